import { newAxis, type Machine } from '../machine/index.js';
import { quantityOf } from '../shape/index.js';
import { wholeMachine, withJob } from '../testing/whole-machine.js';
import { readCsv, settingsCsv, settingsHeader, settingsJson, settingsOf } from './index.js';

/** A screw with 8 mm a turn, 1600 pulses a turn. */
function machine(name = 'Bench slide'): Machine {
  const like = wholeMachine(
    withJob({ travel: quantityOf('300 mm'), speed: quantityOf('40 mm/s'), acceleration: quantityOf('300 mm/s²') }),
  );
  return { ...like, name };
}
const valueOf = (name: string, of = machine()): number | undefined =>
  settingsOf(of).find((item) => item.name === name)?.value;

describe('settings for a controller', () => {
  it('are what the design gives, in the units that their names say', () => {
    expect(valueOf('STEPS_PER_MM')).toBe(200);
    expect(valueOf('STEPS_PER_MOTOR_TURN')).toBe(1600);
    expect(valueOf('TRAVEL_MM')).toBe(300);
    expect(valueOf('ACCELERATION_MM_PER_S2')).toBe(300);
    expect(valueOf('MAX_SPEED_MM_PER_S')).toBeLessThanOrEqual(40);
    expect(valueOf('FENCE_LOW_MM')).toBeUndefined();
  });

  it('say how anybody knows: a guess is called one, a check is told', () => {
    const known = (of: Machine, name: string): string | undefined =>
      settingsOf(of).find((item) => item.name === name)?.from;
    expect(known(machine(), 'TRAVEL_MM')).toBe('asked by the job');
    const guessed = wholeMachine(withJob({ travel: quantityOf('300 mm', 'assumed') }));
    expect(known(guessed, 'TRAVEL_MM')).toBe('a guess, not confirmed');
    expect(known(machine(), 'STEPS_PER_MM')).toBe('worked out');
  });

  it('hold what a stick reads, back to forward, and where key positions are', () => {
    const like = machine();
    const [axis] = like.axes;
    if (!axis) throw new Error('the example has an axis');
    const stick = { gives: 'speed', from: 1010, rest: 519, to: 12, dead: 8, forward: 'from' } as const;
    const said: Machine = {
      ...like,
      axes: [{ ...axis, stick }],
      keys: [
        { id: 'key-1', name: 'Window', at: [{ kind: 'linear', axis: axis.id, place: quantityOf('1 in') }] },
        { id: 'key-2', name: '', at: [{ kind: 'rotary', axis: axis.id, place: quantityOf('20 °') }] },
      ],
    };
    const values = ['BACK', 'REST', 'FORWARD', 'DEAD_BAND'].map((name) => valueOf(`STICK_${name}_COUNTS`, said));
    expect(values).toEqual([12, 519, 1010, 8]);
    expect([valueOf('KEY_1_MM', said), valueOf('KEY_2_MM', said)]).toEqual([25.4, undefined]);
    expect(settingsHeader(said, 3)).toContain('#define X_KEY_1_MM 25.4 // kept as Window');
    const knob: Machine = { ...said, axes: [{ ...axis, stick: { ...stick, gives: 'place' } }] };
    expect(valueOf('STICK_REST_COUNTS', knob)).toBeUndefined();
  });

  it('hold what is taken out besides the scale, place by place', () => {
    const like = machine();
    const said: Machine = {
      ...like,
      axes: like.axes.map((axis) => ({
        ...axis,
        compensation: {
          kind: 'linear',
          reversal: quantityOf('11 µm'),
          pitch: [
            { at: quantityOf('12.5 mm'), by: quantityOf('-0.004 mm') },
            { at: quantityOf('1 in'), by: quantityOf('0.002 mm') },
          ],
          expects: [],
          reason: 'Positioning: reversal',
          on: null,
        },
      })),
    };
    const names = ['REVERSAL', 'PITCH_1_AT', 'PITCH_1_ADD', 'PITCH_2_AT', 'PITCH_2_ADD'];
    expect(names.map((name) => valueOf(`${name}_MM`, said))).toEqual([0.011, 12.5, -0.004, 25.4, 0.002]);
    expect(settingsCsv(said)).toContain('Positioning: reversal');
    expect(valueOf('REVERSAL_MM')).toBeUndefined();
  });

  it('leave out an axis that cannot be reckoned', () => {
    const like = machine();
    const more = { ...like, axes: [...like.axes, newAxis('axis-9', 'W', 'screw', null)] };
    expect(new Set(settingsOf(more).map(({ axis }) => axis))).toEqual(new Set(['X']));
    expect(settingsJson(more, 4)).toContain('"axis": "W"');
  });

  it('are read back from CSV and JSON as they were', () => {
    const rows = readCsv(settingsCsv(machine()));
    if (!rows.ok) throw new Error('it can be read');
    expect(rows.value[0]).toEqual(['axis', 'setting', 'value', 'known']);
    expect(rows.value.find(([, name]) => name === 'STEPS_PER_MM')).toEqual(['X', 'STEPS_PER_MM', '200', 'worked out']);
    const json = JSON.parse(settingsJson(machine(), 7)) as {
      revision: number;
      axes: { settings: Record<string, { value: number }> }[];
    };
    expect([json.revision, json.axes[0]?.settings['STEPS_PER_MM']?.value]).toEqual([7, 200]);
  });

  it('are constants of C whatever the machine is called', () => {
    const header = settingsHeader(machine('9 lives\n#error */ \\'), 3);
    const lines = header.trimEnd().split('\n');
    expect(lines[0]).toBe('// 9 lives #error */ /, revision 3');
    expect(lines).toContain('#define X_STEPS_PER_MM 200.0 // worked out');
    for (const line of lines)
      expect(line).toMatch(
        /^(\/\/ [^\\]*|#ifndef [A-Z_]\w*|#define [A-Z_]\w*( -?[\d.e+-]+ \/\/ [^\\]*)?|#endif \/\/ \w+|)$/,
      );
    const names = lines.flatMap((line) => /^#define (\w+) -?\d/.exec(line)?.[1] ?? []);
    expect(new Set(names).size).toBe(names.length);
    expect(names.length).toBeGreaterThan(6);
  });
});
