import { Ajv2020 } from 'ajv/dist/2020.js';
import fc from 'fast-check';
import { cannedMotorMachine, screwMachine } from '../testing/example-machine.js';
import { MACHINE_KINDS } from '../machine-kinds/index.js';
import { quantityOf, quantityProblem, readQuantity, toleranceValue } from '../shape/index.js';
import {
  checkMachine,
  CURRENT_VERSION,
  freeLetter,
  isLetterTaken,
  machineJsonSchema,
  newAuxiliary,
  newConverter,
  newMachine,
  openMachine,
  withTransmissionKind,
  type Axis,
  type Machine,
} from './index.js';

describe('machine document', () => {
  // A reference library reads the published schema, which is made from the very shapes that the program checks by.
  const published = new Ajv2020({ strict: false, validateFormats: false }).compile(machineJsonSchema());

  it('of every kind is sound from the start, by the program and by its published schema', () => {
    for (const kind of MACHINE_KINDS) {
      const machine = newMachine('New', kind);
      expect(checkMachine(machine).ok).withContext(kind).toBeTrue();
      expect(published(machine)).withContext(kind).toBeTrue();
    }
  });

  it('that the program takes is always one that the published schema takes', () => {
    const places = (
      node: unknown,
      found: [Record<string, unknown>, string][] = [],
    ): [Record<string, unknown>, string][] => {
      if (typeof node !== 'object' || node === null) return found;
      for (const key of Object.keys(node)) {
        found.push([node as Record<string, unknown>, key]);
        places((node as Record<string, unknown>)[key], found);
      }
      return found;
    };
    const value = fc.oneof(
      fc.constantFrom<unknown>(null, '', 'x', -1, 0, 1.5, 4, true, [], {}, '5 mm', '1.8 °'),
      fc.jsonValue({ maxDepth: 2 }),
    );
    let acceptedCount = 0;
    fc.assert(
      fc.property(
        fc.constantFrom(screwMachine(), cannedMotorMachine()),
        fc.nat(),
        value,
        fc.constantFrom('replace', 'delete', 'add'),
        (machine, at, damage, how) => {
          const copy = structuredClone(machine) as unknown as Record<string, unknown>;
          const all = places(copy);
          const [node, key] = all[at % all.length] as [Record<string, unknown>, string];
          if (how === 'replace') node[key] = damage;
          else if (how === 'delete') Reflect.deleteProperty(node, key);
          else node['unheard'] = damage;
          const accepted = checkMachine(copy).ok;
          if (accepted) acceptedCount += 1;
          expect(accepted && !published(copy))
            .withContext(`${how} ${key}`)
            .toBeFalse();
        },
      ),
      { numRuns: 1500 },
    );
    expect(acceptedCount).withContext('some damage is harmless, such as another name').toBeGreaterThan(5);
  });

  it('lists every problem at once', () => {
    const machine = screwMachine();
    const axis = machine.axes[0] as Axis;
    const broken = {
      ...machine,
      kind: 'ship',
      axes: [{ ...axis, letter: '', driver: { ...axis.driver, microsteps: 0.5 } }],
    };
    const checked = checkMachine(broken);
    expect(checked.ok ? [] : checked.error.map((problem) => problem.path)).toEqual([
      'kind',
      'axes.0.letter',
      'axes.0.driver.microsteps',
    ]);
  });

  it('does not let a turning axis be asked for lengths, nor two axes be one', () => {
    const machine = screwMachine();
    const axis = machine.axes[0] as Axis;
    const table = cannedMotorMachine().axes[0] as Axis;
    const problems = (changed: Machine): readonly string[] => {
      const checked = checkMachine(changed);
      return checked.ok ? [] : checked.error.map((problem) => problem.path);
    };
    expect(problems({ ...machine, axes: [{ ...axis, job: table.job }] })).toEqual([
      'axes.0.job.kind',
      'axes.0.faults.kind',
    ]);
    expect(problems({ ...machine, axes: [axis, { ...axis, letter: 'Y' }] })).toEqual(['axes.1']);
    expect(problems({ ...machine, axes: [axis, { ...axis, id: 'axis-2', letter: ' x' }] })).toEqual(['axes.1.letter']);
    expect(problems({ ...machine, auxiliaries: [{ ...newAuxiliary(machine), rail: 'nowhere' }] })).toEqual([
      'auxiliaries.0.rail',
    ]);
    expect(problems({ ...machine, converters: [newConverter(machine, 'nowhere')] })).toEqual(['converters.0.from']);
    expect(
      problems({
        ...machine,
        axes: [{ ...axis, setting: { kind: 'rotary', stepsPerUnit: quantityOf('10 steps/°'), reason: '' } }],
      }),
    ).toEqual(['axes.0.setting.kind']);
  });

  it('is refused from a newer program, and when it is nested without end', () => {
    const newer = openMachine({ ...screwMachine(), version: CURRENT_VERSION + 1 });
    expect(newer.ok ? '' : newer.error[0]?.message).toContain(`reads up to ${CURRENT_VERSION}`);
    let nested: unknown = 'end';
    for (let depth = 0; depth < 40; depth += 1) nested = { nested };
    const deep = openMachine({ ...screwMachine(), note: nested });
    expect(deep.ok ? '' : deep.error[0]?.message).toBe('is nested too deeply');
  });

  it('keeps job and setting between sliding transmissions, and replaces them when the axis begins to turn', () => {
    const axis: Axis = {
      ...(screwMachine().axes[0] as Axis),
      setting: { kind: 'linear', stepsPerUnit: quantityOf('630 steps/mm'), reason: '' },
    };
    const belt = withTransmissionKind(axis, 'belt');
    expect([belt.job, belt.setting]).toEqual([axis.job, axis.setting]);
    const table = withTransmissionKind(axis, 'rotary');
    expect([table.job.kind, table.setting]).toEqual(['rotary', null]);
    expect(withTransmissionKind(table, 'rack').job.kind).toBe('linear');
  });
});

describe('quantities of a document', () => {
  it('must carry their unit and keep their bounds', () => {
    expect(quantityProblem('5', 'length', {})).toContain('needs a unit');
    expect(quantityProblem('8', 'ratio', {})).toBeNull();
    expect(quantityProblem('0 mm', 'length', { isPositive: true })).toBe('must be greater than zero');
    expect(quantityProblem('-1 A', 'current', { least: 0 })).toBe('is too small');
    expect(quantityProblem('120 %', 'ratio', { most: 1 })).toBe('is too large');
  });

  it('have tolerances in percent or in their own unit', () => {
    expect(toleranceValue('5 %', 'current', 2)).toBeCloseTo(0.1, 12);
    expect(toleranceValue('0.1 mm', 'length', 5)).toBeCloseTo(1e-4, 15);
    expect(toleranceValue('-1 %', 'length', 5)).toBeNull();
    expect(toleranceValue('often', 'length', 5)).toBeNull();
  });

  it('read the same however often they are asked', () => {
    const pitch = quantityOf('3/16 in');
    expect(readQuantity(pitch, 'length')).toBe(readQuantity(pitch, 'length'));
    expect(readQuantity(pitch, 'length').value).toBeCloseTo(0.0047625, 15);
    expect(() => readQuantity(quantityOf('fast'), 'speed')).toThrowError(RangeError);
  });
});

describe('letters of axes', () => {
  it('are those that machines usually use, as long as there are any, and never two alike', () => {
    const letters = (count: number): readonly string[] =>
      Array.from({ length: count })
        .reduce<readonly { readonly letter: string }[]>((axes) => [...axes, { letter: freeLetter(axes) }], [])
        .map((item) => item.letter);
    expect(letters(4)).toEqual(['X', 'Y', 'Z', 'A']);
    expect(new Set(letters(12)).size).toBe(12);
    expect(freeLetter([{ letter: 'x' }, { letter: ' Y ' }])).toBe('Z');
    const axes = [
      { id: 'a', letter: 'X' },
      { id: 'b', letter: 'Z' },
    ];
    expect([isLetterTaken(axes, 'z', 'a'), isLetterTaken(axes, 'Z', 'b'), isLetterTaken(axes, 'Y', null)]).toEqual([
      true,
      false,
      false,
    ]);
  });
});

describe('a quantity that was read once', () => {
  it('is read as what it is asked for, and refused as anything else', () => {
    const length = quantityOf('25.4 mm');
    expect(readQuantity(length, 'length').value).toBeCloseTo(0.0254, 12);
    expect(() => readQuantity(length, 'mass')).toThrowError(RangeError);
    expect(readQuantity(length, 'length').value).toBeCloseTo(0.0254, 12);
    // A bare number means something in each.
    const bare = quantityOf('1.8');
    expect(readQuantity(bare, 'angle').value).not.toBe(readQuantity(bare, 'ratio').value);
  });
});
