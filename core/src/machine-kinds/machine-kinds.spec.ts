import { AXIS_FIGURES, axisContext } from '../drive-line/index.js';
import { newMachine, openMachine } from '../machine/index.js';
import { Reckoner } from '../reckoner/index.js';
import { MACHINE_KINDS, machineKindOf } from './index.js';

for (const kind of MACHINE_KINDS) {
  const { name, one, axes } = machineKindOf(kind);

  describe(`machine kind: ${kind}`, () => {
    it('has a name for a list, and one with its article for a sentence', () => {
      expect(name).toMatch(/^[a-z]/);
      expect(one).toMatch(/^(an?|one) [a-z]/);
      expect(/^an? [aeiou]/.test(one)).toBe(one.startsWith('an '));
    });

    it('says what can hurt in whole sentences', () => {
      expect(machineKindOf(kind).cautions.length).toBeGreaterThan(0);
      for (const sentence of machineKindOf(kind).cautions) expect(sentence).toMatch(/^[A-Z].*\.$/);
    });

    it('begins with axes of different letters, whose values are all guesses that the shape takes', () => {
      const machine = newMachine('New', kind);
      expect(machine.axes.map(({ letter }) => letter)).toEqual(axes.map(({ letter }) => letter));
      expect(new Set(axes.map(({ letter }) => letter)).size).toBe(axes.length);
      expect(openMachine(machine)).toEqual({ ok: true, value: machine });
      for (const axis of machine.axes) {
        const usual = axes.find(({ letter }) => letter === axis.letter);
        for (const [key, text] of Object.entries(usual?.job ?? {}))
          expect((axis.job as unknown as Record<string, unknown>)[key])
            .withContext(key)
            .toEqual(jasmine.objectContaining({ text, from: 'assumed' }));
        expect(axis.carriage.mass?.text ?? null).toBe(usual?.mass ?? null);
      }
    });

    it('has figures on each of its axes that can be worked out before anything is said', () => {
      const machine = newMachine('New', kind);
      for (const { id } of machine.axes) {
        const context = axisContext(machine, id);
        const known = context
          ? AXIS_FIGURES.filter((figure) => new Reckoner(context).get(figure).kind === 'value')
          : [];
        expect(known.length).withContext(id).toBeGreaterThan(5);
      }
    });
  });
}
