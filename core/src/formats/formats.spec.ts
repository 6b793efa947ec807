import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import Papa from 'papaparse';
import { plannedReadings, type StepCheckPlan } from '../checks/index.js';
import { trainText, travelOfSteps } from '../drive-line/index.js';
import {
  BLANK_DRIVER,
  BLANK_MOTOR,
  BLANK_SUPPLY,
  checkMachine,
  machineJsonSchema,
  newMachine,
  type Machine,
} from '../machine/index.js';
import {
  BLANK_GEARHEAD,
  blankStage,
  defaultTransmission,
  unknownStage,
  type TransmissionSpecification,
  newPart,
  NO_STOCK,
  PART_KINDS,
  type Part,
} from '../parts/index.js';
import { quantityOf, withCount } from '../shape/index.js';
import { exact, preferredUnit, rational } from '../quantity/index.js';
import { cannedMotorMachine, firstAxis, screwMachine } from '../testing/example-machine.js';
import {
  readCsv,
  readMachineJson,
  readPartsCsv,
  readPartsJson,
  readReadingsCsv,
  writeCsv,
  writeMachineJson,
  stepCheckProgram,
  writeMoveList,
  writePartsCsv,
  writePartsJson,
  writeReadingsCsv,
} from './index.js';
import { exampleInstrument } from '../testing/example-instrument.js';

describe('machine document', () => {
  const examples: readonly Machine[] = [screwMachine(), cannedMotorMachine(), newMachine('Feeder “2”', 'feeder')];

  it('keeps its bytes through reading and writing', () => {
    for (const machine of examples) {
      const text = writeMachineJson(machine);
      const read = readMachineJson(text);
      expect(read.ok && writeMachineJson(read.value)).toBe(text);
    }
  });

  it('has the same bytes whatever order its keys came in', () => {
    const reversed = (value: unknown): unknown =>
      Array.isArray(value)
        ? value.map(reversed)
        : typeof value === 'object' && value !== null
          ? Object.fromEntries(
              Object.entries(value)
                .reverse()
                .map(([key, inner]) => [key, reversed(inner)]),
            )
          : value;
    const machine = cannedMotorMachine();
    expect(writeMachineJson(reversed(machine) as Machine)).toBe(writeMachineJson(machine));
  });

  it('is published with the schema that the program checks by', () => {
    const published = readFileSync(new URL('../../../docs/formats/machine.schema.json', import.meta.url), 'utf8');
    expect(published)
      .withContext('run npm run schema')
      .toBe(`${JSON.stringify(machineJsonSchema(), null, 2)}\n`);
  });

  it('is refused with the path of every problem', () => {
    const machine = screwMachine();
    const broken = {
      ...machine,
      name: '',
      extra: 1,
      axes: machine.axes.map((axis) => ({ ...axis, supply: 'nowhere' })),
    };
    const first = checkMachine(broken);
    expect(first.ok ? [] : first.error.map((problem) => problem.path)).toEqual(['name', 'extra']);
    const second = checkMachine({ ...machine, axes: broken.axes });
    expect(second.ok ? [] : second.error.map((problem) => problem.path)).toEqual(['axes.0.supply']);
    const unitless = checkMachine({
      ...machine,
      axes: machine.axes.map((axis) => ({ ...axis, carriage: { name: '', mass: quantityOf('6') } })),
    });
    expect(unitless.ok ? '' : unitless.error[0]?.message).toContain('needs a unit');
  });

  it('survives any JSON without throwing', () => {
    fc.assert(
      fc.property(fc.jsonValue(), (value) => {
        const checked = checkMachine(value);
        expect(checked.ok).toBeFalse();
      }),
    );
    expect(readMachineJson('{').ok).toBeFalse();
    expect(readMachineJson('{"version": 99}').ok).toBeFalse();
  });
});

describe('CSV', () => {
  const cell = fc.string({ maxLength: 20 }).map((text) => text.replaceAll('\u0000', ''));

  it('is read by a reference library as it was written', () => {
    fc.assert(
      fc.property(
        fc.array(fc.array(fc.stringMatching(/^[a-z0-9 ,;"\n]{0,12}$/), { minLength: 3, maxLength: 3 }), {
          minLength: 1,
          maxLength: 6,
        }),
        (rows) => {
          const parsed = Papa.parse<string[]>(writeCsv(rows), { delimiter: ',', newline: '\r\n' }).data.slice(0, -1);
          expect(parsed).toEqual(rows.map((row) => [...row]));
        },
      ),
    );
  });

  it('comes back as it was, hostile cells included', () => {
    fc.assert(
      fc.property(fc.array(fc.tuple(fc.constantFrom('a', 'b'), cell, cell), { minLength: 1, maxLength: 6 }), (rows) => {
        const read = readCsv(writeCsv(rows));
        expect(read.ok && read.value).toEqual(rows.map((row) => [...row]));
      }),
    );
  });

  it('takes no separator from inside quotes', () => {
    const rows = [
      ['a', 'b', '%;*:;))g;'],
      ['1\n;;;', '2', '3'],
    ];
    expect(readCsv(writeCsv(rows))).toEqual({ ok: true, value: rows });
  });

  it('never hands a spreadsheet a formula, and leaves numbers alone', () => {
    expect(writeCsv([['=1+1', '@x', '+cmd', '-2+3', '-2.5', '+4']])).toBe("'=1+1,'@x,'+cmd,'-2+3,-2.5,+4\r\n");
    // Also in a later line of a cell, behind blanks, and with the full-width signs of East Asian keyboards.
    const cells = ['note\n=1+1', ' =1+1', '＝1+1', '＋A1', '－A1', '＠x', "a\r\n'=b", 'plain\n-2.5'];
    expect(writeCsv([cells])).toBe("\"note\n'=1+1\",' =1+1,'＝1+1,'＋A1,'－A1,'＠x,\"a\r\n''=b\",\"plain\n-2.5\"\r\n");
    expect(readCsv(writeCsv([cells]))).toEqual({ ok: true, value: [cells] });
  });

  it('reads semicolons, tabs, byte order marks and lone line feeds', () => {
    for (const source of ['\ufeffa;b\n1,5;2\n', 'a\tb\n1,5\t2', '"a","b"\r\n"1,5","2"\r\n\r\n'])
      expect(readCsv(source)).toEqual({
        ok: true,
        value: [
          ['a', 'b'],
          ['1,5', '2'],
        ],
      });
  });

  it('names the line of a fault', () => {
    expect(readCsv('a,b\n"x,1\n')).toEqual({ ok: false, error: 'Line 3: a quote is not closed.' });
    expect(readCsv('a\n"x"y\n')).toEqual({ ok: false, error: 'Line 2: text after a closing quote.' });
  });
});

describe('parts files', () => {
  const can = cannedMotorMachine().axes[0]?.motor.specification;
  const parts: readonly Part[] = [
    ...PART_KINDS.map((kind) => newPart(kind, `${kind}, "plain"`)).filter((part) => part.kind !== 'transmission'),
    {
      ...newPart('motor', 'can-stack'),
      ...(can
        ? {
            specification: {
              ...can,
              stepAngle: quantityOf('11.25 °', 'part'),
              gearhead: can.gearhead && { ...can.gearhead, nominal: quantityOf('64', 'part') },
            },
          }
        : {}),
    },
    {
      ...newPart('motor', 'geared'),
      specification: {
        ...BLANK_MOTOR,
        ratedVoltage: quantityOf('3.1 V', 'part'),
        speedMost: quantityOf('900 rpm', 'part'),
        gearhead: {
          nominal: quantityOf('13.7', 'part'),
          stages: [
            {
              kind: 'worm',
              driver: 2,
              driven: 37,
              efficiency: null,
              backlash: quantityOf('0.4°', 'part'),
              inertia: quantityOf('5g·cm²', 'part'),
              guessed: [],
              leadAngle: quantityOf('9.1°', 'part'),
              friction: quantityOf('0.07', 'part'),
            },
          ],
          efficiency: quantityOf('0.61', 'part'),
          backlash: quantityOf('0.9 °', 'part'),
          inertia: quantityOf('7 g·cm²', 'part'),
        },
      },
    },
    {
      ...newPart('transmission', 'ball screw'),
      specification: {
        ...(defaultTransmission('screw') as Extract<TransmissionSpecification, { kind: 'screw' }>),
        form: 'ball',
        efficiency: quantityOf('0.88', 'part'),
        ballDiameter: quantityOf('2.381 mm', 'part'),
      },
    },
    {
      kind: 'driver',
      name: '=SUM(A1)',
      note: 'line one\nline two',
      stock: {
        price: quantityOf('12.50'),
        shipping: quantityOf('0'),
        source: '=HYPERLINK("x")',
        leadDays: 14,
        owned: 2,
        wanted: 3,
      },
      specification: {
        ...BLANK_DRIVER,
        formula: { kind: 'sense-resistor', gain: quantityOf('8', 'part'), senseResistor: quantityOf('0.1 Ω', 'part') },
        currentMost: quantityOf('2 A', 'part'),
        voltageLeast: quantityOf('8 V', 'part'),
        voltageMost: quantityOf('35 V', 'part'),
        currentReads: 'rms',
        currentLeast: quantityOf('0.3 A', 'part'),
        finestMicrosteps: 16,
      },
    },
    {
      kind: 'transmission',
      name: 'rack',
      note: '',
      stock: NO_STOCK,
      specification: {
        kind: 'rack',
        helix: null,
        size: 'module',
        tooth: quantityOf('1 mm', 'part'),
        teeth: 22,
        guessed: [],
        efficiency: quantityOf('0.9', 'part'),
        shaft: quantityOf('8 mm', 'part'),
        inertia: quantityOf('31 g·cm²', 'part'),
      },
    },
    {
      kind: 'mount',
      name: 'bracket',
      note: '',
      stock: NO_STOCK,
      specification: { frame: '23', boltCircle: null, pilot: quantityOf('38.1 mm', 'part') },
    },
    {
      kind: 'coupling',
      name: 'jaw',
      note: '',
      stock: NO_STOCK,
      specification: {
        motorBore: quantityOf('5 mm', 'part'),
        drivenBore: quantityOf('8 mm', 'part'),
        keyWidth: null,
        torqueMost: quantityOf('1 N·m', 'part'),
        inertia: quantityOf('18 g·cm²', 'part'),
      },
    },
    {
      kind: 'supply',
      name: 'battery',
      note: '',
      stock: NO_STOCK,
      specification: {
        ...BLANK_SUPPLY,
        type: 'battery',
        voltage: quantityOf('12 V', 'part'),
        charge: quantityOf('7 A·h', 'part'),
        depth: quantityOf('50 %', 'part'),
      },
    },
    {
      kind: 'auxiliary',
      name: 'pump',
      note: '',
      stock: NO_STOCK,
      specification: {
        use: 'coolant',
        fedBy: 'mains',
        power: quantityOf('35 W', 'part'),
        voltage: quantityOf('230 V', 'part'),
        current: quantityOf('0.2 A', 'part'),
      },
    },
  ];

  it('come back from CSV and JSON as they were', () => {
    expect(readPartsCsv(writePartsCsv(parts))).toEqual({ ok: true, value: parts });
    expect(readPartsJson(writePartsJson(parts))).toEqual({ ok: true, value: parts });
  });

  it('keep teeth that nobody has counted unknown', () => {
    const motor = newPart('motor', 'Head without its teeth');
    const stages = [
      unknownStage('gear'),
      withCount(unknownStage('planetary'), 'driver', 13),
      blankStage('worm', 2, 37),
    ];
    const part = {
      ...motor,
      specification: {
        ...motor.specification,
        gearhead: { ...BLANK_GEARHEAD, nominal: quantityOf('93', 'part'), stages },
      },
    };
    const csv = writePartsCsv([part]);
    expect(csv).toContain('?/? planetary:?/13 worm:37/2');
    const read = readPartsCsv(csv);
    expect(
      read.ok &&
        read.value[0]?.kind === 'motor' &&
        read.value[0].specification.gearhead?.stages.map((stage) => [
          stage.driver,
          stage.driven,
          [...stage.guessed].sort(),
        ]),
    ).toEqual([
      [1, 1, ['driven', 'driver']],
      [13, 1, ['driven']],
      [2, 37, []],
    ]);
    expect(trainText(stages)).toBe('?/? · (1 + ?/13) · 37/2');
  });

  it('are refused by row and column, all problems at once', () => {
    const read = readPartsCsv('kind,name,step_angle\r\nmotor,good,1.8 °\r\nmotor,,1.8 °\r\nmotor,bad,fast\r\n');
    expect(read.ok ? [] : read.error.map((problem) => problem.path)).toEqual([
      'row 3, name',
      'row 4, specification.stepAngle.text',
    ]);
    const columns = readPartsCsv('kind,colour\r\n');
    expect(columns.ok ? [] : columns.error.map((problem) => problem.message)).toEqual([
      'the column “colour” is not known',
      'the column “name” is missing',
    ]);
  });
});

describe('readings file', () => {
  const plan: StepCheckPlan = {
    targets: [200, 600],
    runs: 2,
    approach: 'one-way',
    returnToZero: true,
    takeUp: 200,
    measured: exampleInstrument({ name: '', square: 'by-square' }),
    tolerance: { kind: 'linear', value: quantityOf('0.05 mm') },
  };
  const context = firstAxis(screwMachine());
  const made = { kind: 'step-check', ...plan } as const;

  it('comes back as it was, with what is left out and why', () => {
    const entered = [
      { index: 0, text: '0.32 mm', excluded: null },
      { index: 3, text: '0.0125 in', excluded: 'bumped' },
    ];
    const csv = writeReadingsCsv(context, made, entered, 'metric');
    expect(readReadingsCsv(csv, made, 'metric')).toEqual({ ok: true, value: entered });
    expect(csv).toContain('1,1,200,up,target,0.317500,mm,0.32 mm,');
  });

  it('takes bare numbers in the unit shown and names bad rows', () => {
    expect(readReadingsCsv('place,reading\n1,0.32\n2,\n', made, 'metric')).toEqual({
      ok: true,
      value: [{ index: 0, text: '0.32 mm', excluded: null }],
    });
    const bad = readReadingsCsv('place,reading\n9,0.32\n1,long\n', made, 'metric');
    expect(bad.ok ? [] : bad.error.map((problem) => problem.path)).toEqual(['row 2', 'row 3']);
  });

  describe('move list', () => {
    const millimetre = preferredUnit('length', 'metric');
    const planned = plannedReadings(plan);
    const stepsPerUnit = exact(rational(80_000_000, 127));

    it('of an axis keeps to its travel and goes at half the speed asked for, never faster than 5 mm/s', () => {
      const asked = (speed: string | null, travel: string): string => {
        const axis = firstAxis(screwMachine()).axis;
        const job = {
          ...axis.job,
          kind: 'linear',
          speed: speed === null ? null : quantityOf(speed),
          travel: quantityOf(travel),
        };
        const list = stepCheckProgram(
          { ...context, axis: { ...axis, job: job as typeof axis.job } },
          plan,
          'metric',
          'Slide',
        );
        return list.ok ? (/F(\S+)/.exec(list.value)?.[1] ?? '') : list.error;
      };
      expect(asked('4 mm/s', '100 mm')).toBe('120');
      expect(asked('2 m/min', '100 mm')).toBe('300');
      expect(asked(null, '100 mm')).toBe('300');
      expect(asked('4 mm/s', '0.5 mm')).toMatch(/the axis has 0\.5 mm of travel/);
    });

    it('holds only words of the language and lands on the microsteps that were planned', () => {
      for (const [symbol, system] of [
        ['mm', 'metric'],
        ['in', 'inch'],
      ] as const) {
        const program = writeMoveList(plan, {
          letter: 'X',
          stepsPerUnit,
          unit: preferredUnit('length', system),
          feed: 300,
          travel: null,
          title: 'Step check (X) – “fine”',
        });
        if (!program.ok) throw new Error(program.error);
        const words = program.value
          .replace(/\([^)]*\)/g, '')
          .split(/\s+/)
          .filter((word) => word !== '');
        for (const word of words)
          expect(word).toMatch(/^(G1|G20|G21|G90|G92|G92\.1|G94|M0|M2|F\d+(\.\d+)?|X-?\d+(\.\d+)?)$/);
        expect(program.value).toMatch(/^[\x20-\x7e\n]*$/);
        const perStep = travelOfSteps(1, stepsPerUnit) / (symbol === 'mm' ? 0.001 : 0.0254);
        const stops = [...program.value.matchAll(/G1 X(\S+)\nM0 \(reading/g)].map(
          (match) => Number(match[1]) / perStep,
        );
        expect(stops.length).toBe(planned.length);
        stops.forEach((stop, index) => expect(Math.abs(stop - (planned[index]?.target ?? NaN))).toBeLessThan(0.05));
      }
    });

    it('refuses a letter that is no axis word', () => {
      expect(
        writeMoveList(plan, { letter: 'Q', stepsPerUnit, unit: millimetre, feed: 300, travel: null, title: '' }).ok,
      ).toBeFalse();
    });

    it('begins a take-up before zero, announces where it goes, and never leaves the travel', () => {
      const options = { letter: 'X', stepsPerUnit, unit: millimetre, feed: 300, title: '' };
      const program = writeMoveList(plan, { ...options, travel: 300 });
      if (!program.ok) throw new Error(program.error);
      const [start = ''] = /G92 X(\S+)/.exec(program.value)?.slice(1) ?? [];
      const coordinates = [...program.value.matchAll(/G1 X(\S+)/g)].map((match) => Number(match[1]));
      expect(Number(start)).toBeLessThan(0);
      expect(Math.min(...coordinates)).toBeGreaterThanOrEqual(Number(start));
      expect(program.value.indexOf('M0 (next it moves from')).toBeLessThan(program.value.indexOf('G1 X'));
      const reach = Math.max(...coordinates) - Number(start);
      expect(writeMoveList(plan, { ...options, travel: reach * 1.01 }).ok).toBeTrue();
      const refused = writeMoveList(plan, { ...options, travel: reach * 0.99 });
      expect(refused.ok ? '' : refused.error).toContain('nearer targets');
    });
  });
});
