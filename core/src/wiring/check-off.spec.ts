import { axisContext } from '../drive-line/index.js';
import { BLANK_HOOKUP, type Axis, type Machine } from '../machine/index.js';
import { Reckoner } from '../reckoner/index.js';
import { quantityOf } from '../shape/index.js';
import { sayPlain } from '../testing/example-machine.js';
import { wiredRouter, type Wired } from '../testing/wired-machine.js';
import {
  checkLines,
  lineStates,
  pinRows,
  powerGate,
  readingFindings,
  wiringPlan,
  withFound,
  withPin,
  type CheckOffContext,
  type Found,
} from './index.js';

function about(machine: Machine): CheckOffContext {
  const axes = machine.axes.map(({ id }) => {
    const context = axisContext(machine, id);
    if (!context) throw new Error(`there is no axis ${id}`);
    return new Reckoner(context);
  });
  return { machine, plan: wiringPlan(machine), axes, say: sayPlain };
}

const list = (said: Wired = {}): readonly string[] => checkLines(about(wiredRouter(said))).map(({ id }) => id);

/** The machine with readings entered in lines of its list. */
function entered(machine: Machine, readings: Readonly<Record<string, Found>>): Machine {
  return Object.entries(readings).reduce((made, [id, found]) => {
    const line = checkLines(about(made)).find((item) => item.id === id);
    if (!line) throw new Error(`there is no line ${id}`);
    return withFound(made, line, found, '2026-11-03');
  }, machine);
}

const verdict = (machine: Machine, id: string): string =>
  lineStates(about(machine)).find((item) => item.id === id)?.verdict ?? 'not there';

describe('the check-off list', () => {
  it('goes in the order of safe work: mains, supply alone, logic alone, trimmer, power off, motor, first power', () => {
    const ids = list();
    const order = [
      'mains',
      'ground:axis-1',
      'supply:supply-1',
      'converter:rail-1',
      'logic',
      'enable:axis-2:2',
      'switch:switch-3',
      'trimmer:axis-3',
      'off',
      'coil-A:axis-1',
      'case:axis-3',
      'motors',
      'first-power',
    ];
    expect(order.map((id) => ids.indexOf(id))).toEqual(order.map((id) => ids.indexOf(id)).sort((a, b) => a - b));
    expect(order.filter((id) => !ids.includes(id))).toEqual([]);
    expect(new Set(ids).size).toBe(ids.length);
  });

  it('asks of nothing that is not there', () => {
    const opto = list({ driver: { inputs: 'opto' } });
    expect(opto.filter((id) => /^(ground|enable|driver-logic):/.test(id))).toEqual([]);
    expect(list({ hookup: { enable: 'fixed' } }).filter((id) => id.startsWith('enable:'))).toEqual([]);
    expect(list({ driver: { form: 'carrier' } }).filter((id) => id.startsWith('carrier:')).length).toBe(4);
    expect(list().filter((id) => id.startsWith('carrier:'))).toEqual([]);
  });

  it('expects what the design says: 1.5 A over 0.1 Ω at a gain of 8 is 1.2 V at the trimmer, within 3 %', () => {
    const machine = wiredRouter();
    const trimmer = (volts: string): string =>
      verdict(entered(machine, { 'trimmer:axis-1': quantityOf(volts) }), 'trimmer:axis-1');
    expect([trimmer('1.2 V'), trimmer('1.17 V'), trimmer('1.15 V'), trimmer('1.25 V')]).toEqual([
      'good',
      'good',
      'wrong',
      'wrong',
    ]);
  });

  it('takes volts within 5 %, coils within a third of the sheet, and open to the case', () => {
    const machine = wiredRouter();
    const said = (id: string, ...found: readonly Found[]): readonly string[] =>
      found.map((item) => verdict(entered(machine, { [id]: item }), id));
    expect(said('supply:supply-1', quantityOf('36.4 V'), quantityOf('34 V'))).toEqual(['good', 'wrong']);
    expect(said('coil-A:axis-1', quantityOf('2.6 Ω'), quantityOf('2.8 Ω'), 'open')).toEqual(['good', 'wrong', 'wrong']);
    expect(said('case:axis-1', 'open', quantityOf('20 kΩ'), quantityOf('2000 kΩ'))).toEqual(['good', 'wrong', 'good']);
    expect(said('ground:axis-1', quantityOf('0.2 Ω'), 'open', quantityOf('4 Ω'))).toEqual(['good', 'wrong', 'wrong']);
    expect(said('enable:axis-1', quantityOf('4.9 V'), quantityOf('0.1 V'))).toEqual(['good', 'wrong']);
    expect(said('mains', true, false)).toEqual(['good', 'open']);
  });

  it('keeps what was read with its day, and takes it back', () => {
    const read = entered(wiredRouter(), { 'supply:supply-2': quantityOf('24.1 V') });
    expect(read.wiring.done).toEqual([
      {
        line: 'supply:supply-2',
        of: jasmine.stringMatching(/^[0-9a-f]{8}$/) as unknown as string,
        isTicked: false,
        volts: { text: '24.1 V', from: 'measured', on: '2026-11-03', plusMinus: null },
        ohms: null,
        isOpen: false,
        on: '2026-11-03',
      },
    ]);
    expect(entered(read, { 'supply:supply-2': null }).wiring.done).toEqual([]);
  });

  it('holds for what was seen and for nothing else: another driver, wire or supply wants its lines again', () => {
    const read = entered(wiredRouter(), {
      'ground:axis-1': quantityOf('0.2 Ω'),
      'ground:axis-3': quantityOf('0.2 Ω'),
      'supply:supply-1': quantityOf('36 V'),
      'first-power': true,
    });
    const changed = (machine: Machine): readonly string[] =>
      lineStates(about(machine))
        .filter(({ isChanged }) => isChanged)
        .map(({ id, verdict: now }) => `${id} ${now}`);
    expect(changed(read)).toEqual([]);
    const onX = (change: (axis: Axis) => Axis): Machine => ({
      ...read,
      axes: read.axes.map((axis) => (axis.id === 'axis-1' ? change(axis) : axis)),
    });
    const other = onX((axis) => ({ ...axis, driver: { ...axis.driver, name: 'Another driver' } }));
    expect(changed(other)).toEqual(['ground:axis-1 open', 'first-power open']);
    const rewired = onX((axis) => ({ ...axis, hookup: { ...BLANK_HOOKUP, enable: 'open' } }));
    expect(changed(rewired)).toEqual(['ground:axis-1 open', 'first-power open']);
    const trimmed = {
      ...read,
      supplies: read.supplies.map((item, index) => (index === 0 ? { ...item, set: quantityOf('30 V') } : item)),
    };
    expect(changed(trimmed)).toEqual(['supply:supply-1 open', 'first-power open']);
    // The usual said aloud, or the way a trimmer turns, is no change; and what was undone holds again.
    expect(changed(onX((axis) => ({ ...axis, hookup: { ...BLANK_HOOKUP, trimmer: 'clockwise' } })))).toEqual([]);
    expect(powerGate(lineStates(about(other)), []).isTicked).toBeFalse();
  });

  it('makes a stop of a reading that is out', () => {
    const machine = entered(wiredRouter(), { 'ground:axis-3': 'open', 'supply:supply-1': quantityOf('36 V') });
    const findings = readingFindings(lineStates(about(machine)));
    expect(findings.map(({ severity, sentence }) => `${severity}: ${sentence}`)).toEqual([
      'stop: Power off: 0 V, from controller to driver Z: open where below 1.000 resistance is expected.',
    ]);
    expect(findings[0]?.remedies[0]?.words).toContain('Join the grounds');
  });

  it('is ticked through only when every line is right and nothing stops', () => {
    const machine = wiredRouter();
    const all = checkLines(about(machine)).reduce((made, line) => {
      const right: Readonly<Record<string, Found>> = { tick: true, volts: null, ohms: null };
      const { expects } = line;
      const value = expects === null ? 1 : (expects.least ?? 0) * 1.001 + (expects.least === null ? 1e-3 : 0);
      const found =
        line.kind === 'tick'
          ? (right['tick'] as Found)
          : line.words.includes('case')
            ? 'open'
            : quantityOf(`${value} ${line.kind === 'volts' ? 'V' : 'Ω'}`);
      return withFound(made, line, found, '2026-11-03');
    }, machine);
    const states = lineStates(about(all));
    expect(states.filter((item) => item.verdict !== 'good').map(({ id }) => id)).toEqual([]);
    expect(powerGate(states, []).isTicked).toBeTrue();
    const [stop] = readingFindings(lineStates(about(entered(machine, { 'ground:axis-1': 'open' }))));
    expect(powerGate(states, stop ? [stop] : [])).toEqual(jasmine.objectContaining({ stops: 1, isTicked: false }));
    expect(powerGate(lineStates(about(machine)), []).left).toBe(states.length);
  });
});

describe('pins of the controller', () => {
  it('are chosen signal by signal, and taken back', () => {
    const machine = wiredRouter();
    const chosen = withPin(machine, { signal: 'switch-1.in', pin: 'D9', from: 'measured', on: '2026-11-03' });
    const row = pinRows(chosen, wiringPlan(chosen)).find(({ signal }) => signal.id === 'switch-1.in');
    expect([row?.pin, row?.from, row?.on, row?.clash]).toEqual(['D9', 'measured', '2026-11-03', null]);
    expect(withPin(chosen, { signal: 'switch-1.in', pin: '' }).wiring.pins).toEqual([]);
  });

  it('name whom they clash with, the other way round too', () => {
    const machine = ['axis-1.step', 'enable'].reduce(
      (made, signal) => withPin(made, { signal, pin: 'D2', from: 'printed', on: null }),
      wiredRouter(),
    );
    const clashes = pinRows(machine, wiringPlan(machine)).flatMap(({ signal, clash }) =>
      clash === null ? [] : [`${signal.name} with ${clash}`],
    );
    expect(clashes).toEqual(['X step with enable', 'enable with X step']);
  });

  it('are asked for by every axis, switch, relay and control, and by no wire that is left open', () => {
    const names = (said: Wired): readonly string[] => wiringPlan(wiredRouter(said)).signals.map(({ name }) => name);
    expect(names({})).toEqual([
      'X step',
      'X dir',
      'Y1 step',
      'Y1 dir',
      'Y2 step',
      'Y2 dir',
      'Z step',
      'Z dir',
      'enable',
      'X home',
      'Y home',
      'Z home',
      'Spindle relay',
    ]);
    expect(names({ hookup: { pulses: 'open', enable: 'open' } }).slice(0, 2)).toEqual(['X home', 'Y home']);
    const stick = { id: 'control-1', name: '', use: 'stick' } as const;
    expect(names({ wiring: { controls: [stick] } }).slice(-3)).toEqual(['Stick across', 'Stick along', 'Stick press']);
  });
});
