import { axisContext, exactStepsPerUnit, judgeAxis, torqueAtLimit } from '../drive-line/index.js';
import { checkPart } from '../parts/index.js';
import { quantityOf } from '../shape/index.js';
import {
  BLANK_AUXILIARY,
  BLANK_CONTROLLER,
  BLANK_CONVERTER,
  BLANK_DRIVER,
  BLANK_MOTOR,
  BLANK_SUPPLY,
  newAuxiliary,
  openMachine,
  type Axis,
  type Machine,
} from './index.js';
import { Reckoner } from '../reckoner/index.js';
import { basisOf, OPERATIONS, operationState, stepLines } from '../route-card/index.js';
import { cannedMotorMachine, sayPlain } from '../testing/example-machine.js';
import { MACHINE_OF_VERSION_1 } from '../testing/version-1.js';

function opened(): Machine {
  const result = openMachine(MACHINE_OF_VERSION_1);
  if (!result.ok) throw new Error(JSON.stringify(result.error));
  return result.value;
}

const slideFeed = (machine: Machine): unknown => machine.axes[0]?.feed;

describe('a document of the first version', () => {
  it('opens in the present one, with nothing lost and nothing invented but marked assumptions', () => {
    const machine = opened();
    expect(machine.version).toBe(14);
    expect(machine.axes.map(({ leads }) => leads)).toEqual([[], []]);
    expect(machine.axes.map(({ moves }) => moves)).toEqual([[], []]);
    expect([machine.currency, machine.converters, machine.auxiliaries, machine.purchases]).toEqual(['', [], [], []]);
    expect(machine.supplies[0]?.specification.type).toBe('mains');
    expect(slideFeed(machine)).toEqual({
      wire: null,
      length: null,
      fuse: null,
      capacitance: null,
      capacitorVoltage: null,
    });
    expect(
      machine.axes.map((axis) => [axis.motor.wiring, axis.motor.specification.quotedFor, axis.budgetSchool]),
    ).toEqual([
      ['coil', 'coil', 'rss'],
      ['unipolar', 'half', 'rss'],
    ]);
    const [slide] = machine.axes;
    expect(slide?.job.speed?.text).toBe('20 mm/s');
    expect(slide?.job.acceleration?.from).toBe('assumed');
    expect(slide?.faults).toEqual(jasmine.objectContaining({ kind: 'linear', backlash: null }));
  });

  it('moves and holds as it did', () => {
    const machine = opened();
    const context = axisContext(machine, 'axis-1');
    const reckoner = context && new Reckoner(context);
    expect(reckoner?.value(exactStepsPerUnit)).toBeCloseTo(800 / 0.00127, 6);
    expect(reckoner?.value(torqueAtLimit)).toBeCloseTo((0.45 * 1.2) / (Math.SQRT2 * 1.5), 12);
    expect(reckoner ? judgeAxis(reckoner, sayPlain) : null).toEqual([]);
  });

  it('keeps its stamps: nothing that a stamp relied on has another line', () => {
    const machine = opened();
    expect(stepLines(machine.axes[0] as Machine['axes'][number])).toContain(
      'axis-1|X|transmission: kind screw, pitch 20 tpi, starts 1',
    );
    expect(basisOf(machine, 10, 1).filter((line) => line.startsWith('axis-1|X|'))).toEqual([
      'axis-1|X|travel: 300 mm',
      'axis-1|X|speed: 20 mm/s',
      'axis-1|X|tolerance: 0.05 mm',
      'axis-1|X|load: 20 N',
      'axis-1|X|carriage mass: not said',
    ]);
    expect(basisOf(machine, 40, 1)).toContain('axis-2|A|motor: , 5 leads');
  });

  it('keeps its stamps although their lines went by letters and places then, and loses them for what they relied on then', () => {
    const written = OPERATIONS.map(({ number }) => {
      // As versions 1 to 5 wrote them: `X travel: 300 mm`, `Supply 1 voltage: 24 V`, `Converter 1: 5 V`.
      const basis = basisOf(opened(), number, 1).map((line) =>
        line.replace(
          /^[^|]*\|([^|]*)\|([^:]*): /,
          (_all, subject: string, what: string) => `${subject}${what === '' ? '' : ` ${what}`}: `,
        ),
      );
      return { number, state: 'stamped', reason: '', date: '2026-11-05', basis, note: '' };
    });
    expect(written[0]?.basis[0]).toBe('X travel: 300 mm');
    expect(written[2]?.basis[0]).toMatch(/^Supply 1 voltage: /);
    const result = openMachine({ ...MACHINE_OF_VERSION_1, card: written });
    const machine = result.ok ? result.value : null;
    const states = (change: (machine: Machine) => Machine): readonly string[] =>
      machine ? OPERATIONS.map(({ number }) => operationState(change(machine), number, []).kind) : [];
    expect(new Set(states((item) => item))).toEqual(new Set(['stamped']));
    const onFirst =
      (change: (axis: Axis) => Axis) =>
      (item: Machine): Machine => ({
        ...item,
        axes: item.axes.map((axis, index) => (index === 0 ? change(axis) : axis)),
      });
    const relettered = states(onFirst((axis) => ({ ...axis, letter: 'Q' })));
    expect(new Set(relettered))
      .withContext('a letter is only a name')
      .toEqual(new Set(['stamped']));
    const stronger = states(
      onFirst((axis) => ({
        ...axis,
        motor: { ...axis.motor, specification: { ...axis.motor.specification, holdingTorque: quantityOf('2 N·m') } },
      })),
    );
    expect(new Set(stronger))
      .withContext('not looked at then')
      .toEqual(new Set(['stamped']));
    const faster = states(onFirst((axis) => ({ ...axis, job: { ...axis.job, speed: quantityOf('90 mm/s') } })));
    expect(OPERATIONS.map(({ number }) => number).filter((_, index) => faster[index] === 'reopened')).toEqual([
      10, 20, 80,
    ]);
  });

  it('means the same whatever the program takes for usual by now', () => {
    const before = JSON.stringify(opened());
    const driver = JSON.stringify(
      checkPart({
        kind: 'driver',
        name: 'Old',
        note: '',
        specification: {
          formula: null,
          currentMost: null,
          voltageLeast: null,
          voltageMost: null,
          finestMicrosteps: 16,
        },
      }),
    );
    const converter = JSON.stringify(
      checkPart({ kind: 'converter', name: 'Old', note: '', specification: { voltage: null, current: null } }),
    );
    expect(converter).toContain('"ok":true');
    const living: readonly (readonly [object, object])[] = [
      [BLANK_MOTOR, { frame: '23', leads: 8 }],
      [BLANK_DRIVER, { switching: 'sourcing', quiescent: quantityOf('9 W', 'assumed') }],
      [BLANK_CONVERTER, { efficiency: quantityOf('10 %', 'assumed') }],
      [BLANK_SUPPLY, { depth: quantityOf('10 %', 'assumed') }],
      [BLANK_CONTROLLER, { outputs: 1 }],
    ];
    const kept = living.map(([blank]) => ({ ...blank }));
    try {
      for (const [blank, change] of living) Object.assign(blank, change);
      expect(JSON.stringify(opened())).toBe(before);
      expect(
        JSON.stringify(
          checkPart({ kind: 'converter', name: 'Old', note: '', specification: { voltage: null, current: null } }),
        ),
      ).toBe(converter);
      expect(
        JSON.stringify(
          checkPart({
            kind: 'driver',
            name: 'Old',
            note: '',
            specification: {
              formula: null,
              currentMost: null,
              voltageLeast: null,
              voltageMost: null,
              finestMicrosteps: 16,
            },
          }),
        ),
      ).toBe(driver);
    } finally {
      living.forEach(([blank], index) => Object.assign(blank, kept[index]));
    }
  });

  it('is left alone in what it got wrong', () => {
    const broken = { ...MACHINE_OF_VERSION_1, axes: 'none', controller: 7 };
    const result = openMachine(broken);
    expect(result.ok ? [] : result.error.map((problem) => problem.path).sort()).toEqual(['axes', 'controller']);
    expect(openMachine({ ...MACHINE_OF_VERSION_1, version: 0.5 }).ok).toBeFalse();
    expect(openMachine({ ...MACHINE_OF_VERSION_1, version: '1' }).ok).toBeFalse();
  });
});

/** Without some keys. */
function without(item: object, ...keys: readonly string[]): object {
  return Object.fromEntries(Object.entries(item).filter(([key]) => !keys.includes(key)));
}

describe('a document of the second version', () => {
  it('opens as the same machine made anew: what it could not say is unknown or at its usual', () => {
    const present = cannedMotorMachine();
    const older = {
      ...without(present, 'currency', 'converters', 'auxiliaries', 'purchases'),
      version: 2,
      supplies: present.supplies.map((supply) => ({
        ...without(supply, 'set', 'fuse', 'headroom', 'school'),
        specification: { voltage: supply.specification.voltage, current: supply.specification.current },
      })),
      axes: present.axes.map((axis) => ({
        ...without(axis, 'coupling', 'mount', 'feed'),
        driver: { ...axis.driver, specification: without(axis.driver.specification, 'quiescent', 'efficiency') },
        motor: {
          ...axis.motor,
          specification: without(
            axis.motor.specification,
            'frame',
            'boltCircle',
            'pilot',
            'shaft',
            'shaftEnd',
            'keyWidth',
          ),
        },
        transmission: { ...axis.transmission, specification: without(axis.transmission.specification, 'shaft') },
      })),
    };
    expect(openMachine(older)).toEqual({ ok: true, value: present });
  });
});

describe('a document of the third version', () => {
  it('opens as the same machine made anew: its counts were said, its frictionless guides a guess', () => {
    const present = cannedMotorMachine();
    const older = {
      ...present,
      version: 3,
      controller: { ...present.controller, specification: without(present.controller.specification, 'guessed') },
      supplies: present.supplies.map((supply) => ({
        ...supply,
        specification: without(supply.specification, 'power'),
      })),
      axes: present.axes.map((axis) => ({
        ...axis,
        job: without({ ...axis.job, friction: quantityOf('0 N·m', 'assumed') }, 'braking', 'startSpeed'),
        driver: {
          ...without(axis.driver, 'guessed'),
          specification: without(axis.driver.specification, 'guessed', 'currentLeast', 'thermalResistance'),
        },
        motor: {
          ...axis.motor,
          specification: {
            ...without(axis.motor.specification, 'ratedVoltage', 'speedMost'),
            gearhead: within(axis.motor.specification.gearhead, (head) => ({
              ...without(head, 'efficiency', 'backlash', 'inertia'),
              stages: head.stages.map((stage) => without(stage, 'inertia', 'guessed')),
            })),
          },
        },
        transmission: { ...axis.transmission, specification: without(axis.transmission.specification, 'inertia') },
      })),
    };
    const opened = openMachine(older);
    expect(opened.ok ? [] : opened.error).toEqual([]);
    const said = {
      ...present,
      controller: { ...present.controller, specification: { ...present.controller.specification, guessed: [] } },
      axes: present.axes.map((axis) => ({
        ...axis,
        job: { ...axis.job, friction: null },
        driver: { ...axis.driver, guessed: [], specification: { ...axis.driver.specification, guessed: [] } },
      })),
    };
    expect(opened).toEqual({ ok: true, value: said as Machine });
  });
});

describe('a document of the fourth version', () => {
  it('opens as the same machine made anew: windows in direct volts, loads on their rails at what their plates say', () => {
    const bare = cannedMotorMachine();
    const load = newAuxiliary(
      bare,
      { part: null, name: 'Blower' },
      { ...BLANK_AUXILIARY, use: 'coolant', voltage: quantityOf('12 V'), current: quantityOf('0.7 A') },
    );
    const present: Machine = { ...bare, auxiliaries: [load] };
    const older = {
      ...present,
      version: 4,
      auxiliaries: [{ ...without(load, 'drawn'), specification: without(load.specification, 'fedBy', 'power') }],
      axes: present.axes.map((axis) => ({
        ...axis,
        driver: { ...axis.driver, specification: without(axis.driver.specification, 'voltageReads') },
      })),
    };
    expect(openMachine(older)).toEqual({ ok: true, value: present });
  });
});

describe('a document of the fifth version', () => {
  it('opens as the same machine made anew: its stamps go by identities, and reach as far as they did', () => {
    const bare = cannedMotorMachine();
    const present: Machine = {
      ...bare,
      card: [
        {
          number: 30,
          state: 'stamped',
          reason: '',
          date: '2026-11-05',
          basis: ['supply-1|Supply 1|voltage: 24 V', `${bare.axes[0]?.id}|${bare.axes[0]?.letter}|travel: 300 mm`],
          note: '',
          reach: 1,
        },
      ],
    };
    const lines = ['Supply 1 voltage: 24 V', `${bare.axes[0]?.letter} travel: 300 mm`];
    const older = {
      ...present,
      version: 5,
      card: present.card.map((operation) => ({ ...without(operation, 'reach'), basis: lines })),
    };
    expect(openMachine(older)).toEqual({ ok: true, value: present });
    // Of a supply that is gone since, a line is left as it was.
    const gone = openMachine({ ...older, card: older.card.map((item) => ({ ...item, basis: ['Supply 9: 12 V'] })) });
    expect(gone.ok && gone.value.card[0]?.basis).toEqual(['Supply 9: 12 V']);
  });
});

describe('a document of the seventh version', () => {
  it('opens with nothing said of its wires, and keeps its stamps', () => {
    const present = cannedMotorMachine();
    const older = {
      ...without(present, 'wiring'),
      version: 7,
      controller: { ...present.controller, specification: without(present.controller.specification, 'logic') },
      axes: present.axes.map((axis) => ({
        ...without(axis, 'hookup', 'counted'),
        driver: {
          ...axis.driver,
          specification: without(
            axis.driver.specification,
            'logic',
            'microstepTable',
            'currentSteps',
            'noise',
            'protection',
          ),
        },
      })),
    };
    const opened = openMachine(older);
    expect(opened).toEqual({ ok: true, value: present });
    for (const { number } of OPERATIONS)
      expect(
        opened.ok && basisOf(opened.value, number).filter((line) => /logic|hookup|counted|microstep table/.test(line)),
      )
        .withContext(String(number))
        .toEqual([]);
  });
});

describe('a document of version 8', () => {
  it('opens with nothing said of first moves, and all else as it was', () => {
    const present = cannedMotorMachine();
    const older = { ...present, version: 8, axes: present.axes.map(({ moves: _moves, ...axis }) => axis) };
    expect(openMachine(older)).toEqual({ ok: true, value: present });
  });
});

describe('a document of version 9', () => {
  it('opens with no key position, nothing that moves it by hand, and nothing known of its pulses', () => {
    const present = cannedMotorMachine();
    const older = {
      ...without(present, 'keys'),
      version: 9,
      controller: { ...present.controller, specification: without(present.controller.specification, 'timing') },
      axes: present.axes.map((axis) => ({
        ...without(axis, 'stick'),
        driver: { ...axis.driver, specification: without(axis.driver.specification, 'timing') },
      })),
    };
    expect(openMachine(older)).toEqual({ ok: true, value: present });
  });

  it('leaves what a document of now says of them as it is', () => {
    const present = cannedMotorMachine();
    const [axis] = present.axes;
    if (!axis) throw new Error('no axis');
    const said: Machine = {
      ...present,
      keys: [
        { id: 'k-1', name: 'Window', at: [{ kind: 'rotary', axis: axis.id, place: quantityOf('12.5 °', 'measured') }] },
      ],
      axes: [{ ...axis, stick: { gives: 'speed', from: 12, rest: 517, to: 1011, dead: 8, forward: 'from' } }],
    };
    expect(openMachine(JSON.parse(JSON.stringify(said)))).toEqual({ ok: true, value: said });
  });
});

describe('a document of version 10', () => {
  it('opens with nothing taken out but the scale, and what a document of now says of it stays', () => {
    const present = cannedMotorMachine();
    const older = { ...present, version: 10, axes: present.axes.map((axis) => without(axis, 'compensation')) };
    expect(openMachine(older)).toEqual({ ok: true, value: present });
    const said: Machine = {
      ...present,
      axes: present.axes.map((axis) => ({
        ...axis,
        compensation: {
          kind: 'rotary',
          reversal: quantityOf('0.12 °', 'measured', '2026-11-04'),
          pitch: [{ at: quantityOf('30 °'), by: quantityOf('-0.02 °') }],
          expects: [{ symbol: 'A', value: quantityOf('0.1 °'), low: quantityOf('0.08 °'), high: quantityOf('0.13 °') }],
          reason: 'Positioning of 4 Nov',
          on: '2026-11-04',
        },
      })),
    };
    expect(openMachine(JSON.parse(JSON.stringify(said)))).toEqual({ ok: true, value: said });
  });
});

describe('axes of one letter in an older document', () => {
  it('get letters of their own, the first keeping its', () => {
    const present = cannedMotorMachine();
    const [axis] = present.axes as [Machine['axes'][number]];
    const older = {
      ...present,
      version: 4,
      axes: [
        axis,
        { ...axis, id: 'axis-2', letter: 'a' },
        { ...axis, id: 'axis-3', letter: 'X' },
        { ...axis, id: 'axis-4' },
      ],
    };
    const opened = openMachine(older);
    expect(opened.ok ? opened.value.axes.map((item) => item.letter) : opened.error).toEqual(['A', 'Y', 'X', 'Z']);
  });
});

describe('a document of version 12', () => {
  it('had words that count the way of the slide, and plans that said what they count', () => {
    const present = cannedMotorMachine();
    const plan = { kind: 'turning', counts: 'diameter' };
    const older = { ...present, version: 12, axes: present.axes.map((axis) => without(axis, 'counts')), work: [plan] };
    const opened = openMachine(older);
    // What else a plan lacks is another matter.
    expect(opened.ok ? [] : opened.error.filter(({ path }) => path.includes('counts'))).toEqual([]);
    const bare = openMachine({ ...older, work: [] });
    expect(bare.ok && bare.value.axes.map(({ counts }) => counts)).toEqual(present.axes.map(() => 'radius'));
  });
});

describe('a document of version 13', () => {
  it('had one home switch for both sides of a gantry', () => {
    const present = cannedMotorMachine();
    const older = { ...present, version: 13, axes: present.axes.map((axis) => without(axis, 'squaring')) };
    const opened = openMachine(older);
    expect(opened.ok && opened.value.axes.map(({ squaring }) => squaring)).toEqual(present.axes.map(() => null));
  });
});

/** Changes what is there. */
function within<T>(item: T | null, change: (item: T) => unknown): unknown {
  return item === null ? null : change(item);
}

describe('a part of the first version', () => {
  it('is completed with what is not known', () => {
    const part = checkPart({
      kind: 'transmission',
      name: 'Old screw',
      note: '',
      specification: {
        kind: 'screw',
        pitch: null,
        starts: 2,
        efficiency: { text: '0.3', from: 'assumed', on: null, plusMinus: null },
      },
    });
    expect(
      part.ok &&
        part.value.kind === 'transmission' &&
        part.value.specification.kind === 'screw' && [part.value.specification.starts, part.value.specification.form],
    ).toEqual([2, 'trapezoidal']);
    expect(checkPart({ kind: 'motor', name: 'x', note: '', specification: 3 }).ok).toBeFalse();
    expect(checkPart({ kind: 'transmission', name: 'x', note: '', specification: { kind: 'rope' } }).ok).toBeFalse();
  });
});
