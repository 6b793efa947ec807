import { divisorOf, nearestDivisor, patternOf, stuckPins, tableProblem, type StepTable } from './index.js';

/** Three jumpers that pull up, over pads that pull down, as a usual carrier to 1/16 has them. */
const CARRIER: StepTable = {
  closed: 'high',
  pins: ['M1', 'M2', 'M3'].map((name) => ({ name, open: 'low' })),
  rows: [
    { levels: 'lll', microsteps: 1 },
    { levels: 'hll', microsteps: 2 },
    { levels: 'lhl', microsteps: 4 },
    { levels: 'hhl', microsteps: 8 },
    { levels: 'hhh', microsteps: 16 },
  ],
};
/** Switches that pull down what is pulled up, and a pin that floats. */
const BOX: StepTable = {
  closed: 'low',
  pins: [
    { name: 'S5', open: 'high' },
    { name: 'S6', open: 'high' },
    { name: 'MD', open: 'floats' },
  ],
  rows: [
    { levels: 'hhl', microsteps: 2 },
    { levels: 'lhl', microsteps: 4 },
    { levels: 'hll', microsteps: 8 },
    { levels: 'hlh', microsteps: 64 },
  ],
};

describe('a table of microsteps', () => {
  for (const [name, table] of [
    ['jumpers', CARRIER],
    ['switches', BOX],
  ] as const)
    it(`${name}: apply a pattern, read its divisor: one is the inverse of the other`, () => {
      for (const { microsteps, levels } of table.rows) {
        const pattern = patternOf(table, microsteps);
        expect(pattern?.map(({ level }) => level).join('')).toBe(levels);
        expect(divisorOf(table, levels)).toBe(microsteps);
      }
      expect(patternOf(table, 3)).toBeNull();
      expect(divisorOf(table, 'hhhhh')).toBeNull();
    });

  it('says what the hand does: jumper in where the pin goes high, out where its pad pulls it down', () => {
    expect(patternOf(CARRIER, 4)?.map(({ name, by }) => `${name} ${by}`)).toEqual(['M1 open', 'M2 closed', 'M3 open']);
  });

  it('turns it round for switches that pull down, and ties by a wire what nothing pulls', () => {
    expect(patternOf(BOX, 64)?.map(({ by }) => by)).toEqual(['open', 'closed', 'wire']);
    expect(patternOf(BOX, 2)?.map(({ by }) => by)).toEqual(['open', 'open', 'closed']);
  });

  it('answers “what does low, high, high give?”: nothing where the table has no such row', () => {
    expect(divisorOf(CARRIER, 'lhh')).toBeNull();
    expect(divisorOf(CARRIER, 'lhl')).toBe(4);
  });

  it('knows which divisor one stuck pin gives: a first jumper without contact makes quarters of eighths', () => {
    expect(stuckPins(CARRIER, 8)).toEqual([
      { name: 'M1', level: 'l', microsteps: 4 },
      { name: 'M2', level: 'l', microsteps: 2 },
      { name: 'M3', level: 'h', microsteps: 16 },
    ]);
    expect(stuckPins(CARRIER, 16).map(({ microsteps }) => microsteps)).toEqual([null, null, 8]);
    expect(stuckPins(CARRIER, 3)).toEqual([]);
  });

  it('is refused with the row that is wrong', () => {
    expect(tableProblem(CARRIER)).toBe('');
    expect(tableProblem({ ...CARRIER, rows: [{ levels: 'hh', microsteps: 2 }] })).toContain('has to have 3 levels');
    expect(tableProblem({ ...CARRIER, rows: [{ levels: 'hhx', microsteps: 2 }] })).toContain('h or l');
    expect(tableProblem({ ...CARRIER, rows: [...CARRIER.rows, { levels: 'lhl', microsteps: 32 }] })).toContain('twice');
    expect(tableProblem({ ...CARRIER, pins: [] })).toContain('pins');
    expect(tableProblem({ ...CARRIER, rows: [] })).toContain('at least one row');
  });

  it('takes a counted divisor for the next one of the list, within 8 %, and for none between', () => {
    const list = [1, 2, 4, 8, 16];
    expect([3.8, 4.3, 8.2].map((counted) => nearestDivisor(counted, list))).toEqual([4, 4, 8]);
    expect([3.6, 5.6, 0.5, 20].map((counted) => nearestDivisor(counted, list))).toEqual([null, null, null, null]);
    expect(nearestDivisor(8, [])).toBeNull();
  });
});
