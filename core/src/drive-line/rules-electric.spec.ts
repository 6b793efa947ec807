import type { Axis, Machine } from '../machine/index.js';
import { quantityOf } from '../shape/index.js';
import type { AxisContext } from './index.js';
import { firstAxis } from '../testing/example-machine.js';
import { after, all, AT, BEYOND, judged, on, reason, remedies, severity } from '../testing/rule-trial.js';
import { wholeMachine, withDriver, withMotor } from '../testing/whole-machine.js';

const q = quantityOf;

describe('a current limit', () => {
  const constant = on(withDriver({ type: 'bridge' }));
  const brushed = (type: 'chopper' | 'bridge'): AxisContext =>
    on(all(withMotor({ type: 'brushed' }), withDriver({ type })));

  it('may come to √2 of the rated current, and is stopped beyond it', () => {
    const at = (limit: number, context = on()): Parameters<typeof judged> => [
      'limit-above-motor',
      { limit, rated: 1.6, advised: 1.6 },
      context,
    ];
    expect(severity(...at(1.6 * Math.SQRT2 * AT))).toBe('nothing');
    expect(severity(...at(1.6 * Math.SQRT2 * BEYOND))).toBe('stop');
    expect(reason(...at(2.4))).toBe(
      'Limit 2.4 current crest is above what the motor withstands, 2.26274 current crest at 1.6 current per phase. It will overheat.',
    );
    expect(remedies(...at(2.4))).toEqual([
      'try: Lower the current limit to 1.6 current.',
      'Choose a motor with a higher rated current.',
    ]);
    expect(after('Lower the current limit to 1.6 current.', ...at(2.4)).driver.currentLimit?.text).toBe('1.6 A');
    expect(severity(...at(1.6 * Math.SQRT2 * AT, constant))).toBe('nothing');
    expect(reason(...at(2.4, constant))).toBe(
      'Standing still, each coil draws 1.69706 current, above its rated 1.6 current. It will overheat.',
    );
    expect(remedies(...at(2.4, constant))).toEqual([
      'Choose a lower voltage, or a chopper driver.',
      'Choose a motor with more resistance.',
    ]);
  });

  it('of a brushed motor is its plain rated current: a stop where it is set, a caution where only a jam draws it', () => {
    const at = (limit: number, type: 'chopper' | 'bridge'): Parameters<typeof judged> => [
      'limit-above-motor',
      { limit, rated: 1.6, advised: 1.6 },
      brushed(type),
    ];
    expect(severity(...at(1.6 * AT, 'chopper'))).toBe('nothing');
    expect(severity(...at(1.6 * BEYOND, 'chopper'))).toBe('stop');
    expect(reason(...at(1.7, 'chopper'))).toBe(
      'Limit 1.7 current is above the 1.6 current that the motor withstands continuously. It will overheat.',
    );
    expect(remedies(...at(1.7, 'chopper')).length).toBe(2);
    expect(severity(...at(5, 'bridge'))).toBe('caution');
    expect(reason(...at(5, 'bridge'))).toContain(
      'Stalled, the motor draws 5 current; it withstands 1.6 current continuously.',
    );
    expect(remedies(...at(5, 'bridge'))).toEqual([
      'Choose a driver that limits the current, or a fuse that a jam blows.',
      'Choose a motor with a higher rated current.',
    ]);
  });

  it('keeps to what the driver bears, a switch of constant volts to its own coil', () => {
    const at = (limit: number, context = on()): Parameters<typeof judged> => [
      'limit-above-driver',
      { limit, most: 1.2 },
      context,
    ];
    expect([severity(...at(1.2 * AT)), severity(...at(1.2 * BEYOND))]).toEqual(['nothing', 'stop']);
    expect(reason(...at(1.3))).toBe('Limit 1.3 current is above the driver’s 1.2 current.');
    expect(remedies(...at(1.3))).toEqual([
      'try: Lower the current limit to 1.2 current.',
      'Choose a driver for more current.',
    ]);
    expect([
      severity(...at(1.2 * Math.SQRT2 * AT, constant)),
      severity(...at(1.2 * Math.SQRT2 * BEYOND, constant)),
    ]).toEqual(['nothing', 'stop']);
    expect(reason(...at(2, constant))).toBe(
      'Standing still, a coil draws 1.41421 current; the driver’s switches carry 1.2 current.',
    );
    expect([severity(...at(1.2 * AT, brushed('bridge'))), severity(...at(1.2 * BEYOND, brushed('bridge')))]).toEqual([
      'nothing',
      'stop',
    ]);
    expect(reason(...at(2, brushed('bridge')))).toBe(
      'Stalled, the motor draws 2 current; the driver’s switches carry 1.2 current.',
    );
    expect(remedies(...at(2, constant))).toEqual([
      'Choose a lower voltage, or a driver that limits the current.',
      'Choose a motor with more resistance.',
    ]);
  });

  it('cannot be set lower than the driver goes', () => {
    const at = (limit: number, context = on()): Parameters<typeof judged> => [
      'limit-below-driver',
      { limit, least: 0.6 },
      context,
    ];
    expect([severity(...at(0.6 / AT)), severity(...at(0.6 / BEYOND)), severity(...at(0.3, constant))]).toEqual([
      'nothing',
      'stop',
      'nothing',
    ]);
    expect(remedies(...at(0.5))).toEqual(['Choose a driver for less current, or a motor for more.']);
  });
});

describe('a motor’s sheet', () => {
  it('whose volts, ohms and amperes disagree by more than rounding and warmth is spoken of', () => {
    const at = (printed: number): Parameters<typeof judged> => [
      'sheet-disagrees',
      { printed, resistance: 2.5, current: 1.6 },
    ];
    expect([severity(...at(4.59)), severity(...at(4.61)), severity(...at(3.41)), severity(...at(3.39))]).toEqual([
      'nothing',
      'caution',
      'nothing',
      'caution',
    ]);
    expect(reason(...at(5))).toBe(
      'Its sheet prints 5 voltage, but 2.5 resistance and 1.6 current make 4 voltage: one of the three is misread or for another wiring.',
    );
    expect(remedies(...at(5)).length).toBe(2);
  });

  it('with a step angle that is usual for other phases, or impossible, asks', () => {
    const at = (degrees: number, context = on()): Parameters<typeof judged> => [
      'step-angle',
      { angle: (degrees * Math.PI) / 180 },
      context,
    ];
    expect([severity(...at(1.8)), severity(...at(0.72)), severity(...at(1.2)), severity(...at(1.7))]).toEqual([
      'nothing',
      'caution',
      'caution',
      'stop',
    ]);
    expect(reason(...at(0.72))).toContain('motors of five phases');
    expect(reason(...at(0.6))).toContain('motors of three phases');
    expect(remedies(...at(0.72))).toEqual(['Count its leads and look at its sheet.']);
    expect(remedies(...at(1.7))).toEqual(['Read the step angle from the sheet, or count the full steps of a turn.']);
    expect(severity(...at(1.7, on(withMotor({ type: 'brushed' }))))).toBe('nothing');
  });
});

describe('a supply', () => {
  it('leaves a tenth below the driver’s greatest volts, and never passes them', () => {
    const context = on(withDriver({ voltageMost: q('40 V') }));
    const at = (volts: number): Parameters<typeof judged> => ['supply-above-driver', { volts, most: 40 }, context];
    expect([36, 36.01, 40 * AT, 40 * BEYOND].map((volts) => severity(...at(volts)))).toEqual([
      'nothing',
      'caution',
      'caution',
      'stop',
    ]);
    expect(reason(...at(38))).toBe('38 voltage leaves little below the driver’s 40 voltage for a braking mass.');
    expect(reason(...at(44))).toBe('44 voltage is above the driver’s 40 voltage.');
    expect(remedies(...at(44))).toEqual(['try: Feed it 36 V.', 'Choose a driver for more volts.']);
    const weak = on(withDriver({ voltageMost: q('11 V') }));
    expect(remedies('supply-above-driver', { volts: 24, most: 11 }, weak)).toEqual(['Choose a driver for more volts.']);
  });

  it('gives the driver its least volts', () => {
    const at = (volts: number): Parameters<typeof judged> => ['supply-below-driver', { volts, least: 20 }];
    expect([20 / AT, 20 / BEYOND].map((volts) => severity(...at(volts)))).toEqual(['nothing', 'stop']);
    expect(remedies(...at(18))).toEqual(['try: Feed it 36 V.']);
  });

  it('drives the current through the coil, else more volts or less current are offered', () => {
    const at = (volts: number, context = on()): Parameters<typeof judged> => [
      'volts-below-coil',
      { volts, resistance: 8, limit: 1.5 },
      context,
    ];
    expect([12.001, 12].map((volts) => severity(...at(volts)))).toEqual(['nothing', 'stop']);
    expect(severity(...at(9, on(withDriver({ type: 'unipolar' }))))).toBe('nothing');
    expect(reason(...at(10))).toBe('10 voltage never drives 1.5 current through 8 resistance: that takes 12 voltage.');
    expect(remedies(...at(10))).toEqual(['try: Feed it 36 V.', 'try: Lower the current limit to 1 current.']);
    expect(after('Lower the current limit to 1 current.', ...at(10)).driver.currentLimit?.text).toBe('1 A');
  });

  it('is not raised beyond what the driver bears, and remedies go to what really feeds the axis', () => {
    const context = on(withDriver({ voltageMost: q('39 V') }));
    expect(remedies('supply-below-driver', { volts: 18, least: 20 }, context)).toEqual([]);
    expect(
      remedies('supply-below-driver', { volts: 18, least: 20 }, on(withDriver({ voltageMost: q('41 V') }))),
    ).toEqual(['try: Feed it 36 V.']);
    const machine = wholeMachine();
    const trimmed: Machine = { ...machine, supplies: machine.supplies.map((item) => ({ ...item, set: q('27 V') })) };
    const raised = judged('supply-below-driver', { volts: 27, least: 30 }, firstAxis(trimmed))?.remedies[0]?.change?.(
      trimmed,
    );
    expect(raised?.supplies.map((item) => [item.specification.voltage?.text, item.set])).toEqual([['36 V', null]]);
    const [supply] = machine.supplies;
    const behind: Machine = {
      ...machine,
      supplies: machine.supplies.map((item) => ({ ...item, set: q('50 V') })),
      converters: [
        {
          id: 'rail-1',
          part: null,
          name: '',
          from: supply?.id ?? '',
          specification: { voltage: q('15 V'), current: null, efficiency: q('90 %') },
        },
      ],
      axes: machine.axes.map((axis) => ({ ...axis, supply: 'rail-1' })),
    };
    const fed = judged('supply-below-driver', { volts: 15, least: 20 }, firstAxis(behind))?.remedies[0]?.change?.(
      behind,
    );
    expect(fed?.converters[0]?.specification.voltage?.text).toBe('24 V');
    expect(fed?.supplies[0]?.set?.text).toBe('50 V');
  });
});

describe('driver and wiring', () => {
  const wired = (
    leads: Axis['motor']['specification']['leads'],
    wiring: Axis['motor']['wiring'],
    type: Axis['driver']['specification']['type'],
  ): AxisContext => on(all(withMotor({ leads }, { wiring }), withDriver({ type })));
  const at = (...given: Parameters<typeof wired>): Parameters<typeof judged> => [
    'wiring-and-driver',
    { microsteps: 8 },
    wired(...given),
  ];

  it('fit each other, or the wiring that does is offered', () => {
    for (const [leads, wiring, type] of [
      [4, 'coil', 'chopper'],
      [6, 'half', 'bridge'],
      [6, 'unipolar', 'unipolar'],
      [8, 'parallel', 'chopper'],
    ] as const)
      expect(severity(...at(leads, wiring, type))).toBe('nothing');
    expect(reason(...at(4, 'parallel', 'chopper'))).toBe('A motor with 4 leads cannot be wired in parallel.');
    expect(remedies(...at(4, 'parallel', 'chopper'))).toEqual(['try: Wire it coil by coil.']);
    expect(after('Wire it coil by coil.', ...at(4, 'parallel', 'chopper')).motor.wiring).toBe('coil');
    expect(reason(...at(6, 'half', 'unipolar'))).toBe(
      'A switch array feeds half coils one way only; the motor is wired with half its coils.',
    );
    expect(remedies(...at(6, 'half', 'unipolar'))).toEqual(['try: Bring out the centre taps.']);
    expect(remedies(...at(4, 'coil', 'unipolar'))).toEqual(['Choose a bridge or chopper driver.']);
    expect(remedies(...at(6, 'unipolar', 'chopper'))[0]).toMatch(/^try: Wire it (with half its coils|in series)\.$/);
    expect(
      after(remedies(...at(6, 'unipolar', 'chopper'))[0]?.slice(5) ?? '', ...at(6, 'unipolar', 'chopper')).motor.wiring,
    ).not.toBe('unipolar');
    expect(remedies(...at(5, 'unipolar', 'bridge'))).toEqual([
      'Choose a unipolar switch array, or a motor with four, six or eight leads.',
    ]);
    expect(
      severity(
        'wiring-and-driver',
        { microsteps: 8 },
        on(all(withMotor({ type: 'brushed', leads: 4 }, { wiring: 'series' }))),
      ),
    ).toBe('nothing');
  });

  it('keep to the steps that the driver has', () => {
    const context = on(withDriver({ finestMicrosteps: 32 }));
    const fine = (microsteps: number): Parameters<typeof judged> => [
      'microsteps-finer-than-driver',
      { microsteps },
      context,
    ];
    expect([severity(...fine(32)), severity(...fine(64))]).toEqual(['nothing', 'stop']);
    expect(remedies(...fine(64))).toEqual(['try: Set 1/32 steps.', 'Choose another driver.']);
    expect(after('Set 1/32 steps.', ...fine(64)).driver.microsteps).toBe(32);
  });

  it('run warm from 125 °C and shut down from 150 °C', () => {
    const hot = (temperature: number): Parameters<typeof judged> => ['driver-hot', { temperature }];
    expect([125, 125.1, 150, 150.1].map((value) => severity(...hot(value)))).toEqual([
      'nothing',
      'caution',
      'caution',
      'stop',
    ]);
    expect(reason(...hot(163.4))).toBe('The driver’s silicon comes to 163 °C; it shuts down at about 150 °C.');
    expect(reason(...hot(131.7))).toBe('The driver’s silicon comes to 132 °C in a closed box.');
    expect([remedies(...hot(163)), remedies(...hot(131))]).toEqual([
      ['Fit a heat sink and a fan.', 'Lower the current limit.'],
      ['Fit a heat sink or a fan.', 'Lower the current limit.'],
    ]);
  });

  it('hold a weight at rest with what current they keep', () => {
    const at = (fall: number, idle: number): Parameters<typeof judged> => [
      'weight-at-idle',
      { hold: 0.4, idle, fall, load: 0.1 },
    ];
    expect([severity(...at(0.12, 0.3)), severity(...at(0.1201, 0.3))]).toEqual(['nothing', 'stop']);
    expect(reason(...at(0.2, 0.3))).toBe(
      'At rest the driver keeps 30 % of the current, 0.12 torque; the weight pulls with 0.2 torque at the motor and runs down.',
    );
    expect(remedies(...at(0.2, 0.3))).toEqual([
      'try: Keep the whole current at rest.',
      'try: Gear down two to one with a toothed belt.',
    ]);
    expect(after('Keep the whole current at rest.', ...at(0.2, 0.3)).driver.idleShare.text).toBe('100 %');
    expect(remedies(...at(0.5, 1))).toEqual(['try: Gear down two to one with a toothed belt.']);
  });

  it('need an encoder on a brushed motor', () => {
    const encoder = {
      counts: 1200,
      followingLimit: null,
      guessed: [],
    } as unknown as Axis['motor']['specification']['encoder'];
    const at = (context: AxisContext): Parameters<typeof judged> => [
      'brushed-without-encoder',
      { microsteps: 1 },
      context,
    ];
    expect(severity(...at(on()))).toBe('nothing');
    expect(severity(...at(on(withMotor({ type: 'brushed', encoder }))))).toBe('nothing');
    expect(severity(...at(on(withMotor({ type: 'brushed' }))))).toBe('stop');
    expect(remedies(...at(on(withMotor({ type: 'brushed' }))))).toEqual(['Fit an encoder and enter its counts.']);
  });
});
