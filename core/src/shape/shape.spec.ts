import { MACHINE_ASKED } from '../machine/index.js';
import { PARTS, stage, stockShape } from '../parts/index.js';
import { askedOf, checkShape, kinds, nullable, quantity, quantityOf, record, text, whole } from './index.js';

describe('what a form asks for', () => {
  const inner = record({ width: quantity('length', { least: 0.001 }, 'Width') });
  const shape = record({
    speed: quantity('speed', { isPositive: true, most: 2 }, 'Speed'),
    stiffness: nullable(quantity('force', {}, 'Stiffness')),
    teeth: nullable(whole(8, 300, 'Teeth')),
    note: text(10),
    inner: nullable(inner),
    sort: kinds({ wide: { width: quantity('length', {}, 'Width at most') }, none: {} }),
  });

  it('is label, dimension, bounds and whether it may be left out, of what has a size', () => {
    expect(askedOf(shape)).toEqual({
      speed: { label: 'Speed', dimension: 'speed', bounds: { isPositive: true, most: 2 }, isOptional: false },
      stiffness: { label: 'Stiffness', dimension: 'force', bounds: {}, isOptional: true },
      teeth: jasmine.objectContaining({ label: 'Teeth', least: 8, most: 300 }),
    });
    expect(askedOf(shape.fields.inner).width.bounds).toEqual({ least: 0.001 });
    expect(askedOf(shape.fields.sort.variants.wide).width.label).toBe('Width at most');
  });

  it('holds for the very documents that are checked', () => {
    const good = {
      speed: quantityOf('1.5 m/s'),
      stiffness: null,
      teeth: 20,
      note: '',
      inner: null,
      sort: { kind: 'none' },
    };
    expect(checkShape(shape, good).ok).toBeTrue();
    const wrong = checkShape(shape, { ...good, teeth: 7, inner: { width: quantityOf('0.5 mm') } });
    expect(wrong.ok ? [] : wrong.error.map(({ path }) => path)).toEqual(['teeth', 'inner.width.text']);
  });

  it('stands as title in the schema, once', () => {
    expect(askedOf(shape).speed.label).toBe('Speed');
    const { properties } = shape.schema as { readonly properties: Readonly<Record<string, Record<string, unknown>>> };
    expect([properties['speed']?.['title'], properties['stiffness']?.['title'], properties['note']?.['title']]).toEqual(
      ['Speed', 'Stiffness', undefined],
    );
    expect(JSON.stringify(properties['stiffness']).match(/"title"/g)?.length).toBe(1);
  });

  it('has a label of its own for everything in parts and machines', () => {
    const { variants } = PARTS.transmission.shape;
    const records: readonly Readonly<Record<string, { readonly label: string }>>[] = [
      ...[PARTS.motor, PARTS.driver, PARTS.coupling, PARTS.mount, PARTS.supply, PARTS.converter, PARTS.auxiliary].map(
        (kind) => askedOf(kind.shape as Parameters<typeof askedOf>[0]) as Record<string, { label: string }>,
      ),
      ...[variants.screw, variants.belt, variants.rack, variants.roller, variants.rotary].map(
        (variant) => askedOf(variant as Parameters<typeof askedOf>[0]) as Record<string, { label: string }>,
      ),
      askedOf(stage.variants.worm),
      askedOf(stockShape),
      MACHINE_ASKED.supply,
      MACHINE_ASKED.feed,
      MACHINE_ASKED.job.linear,
      MACHINE_ASKED.job.rotary,
      MACHINE_ASKED.faults.linear,
    ];
    for (const asked of records) {
      const labels = Object.values(asked).map(({ label }) => label);
      expect(labels.length).toBeGreaterThan(0);
      expect(labels.filter((label) => label === '')).toEqual([]);
      expect(new Set(labels).size).withContext(labels.join()).toBe(labels.length);
    }
  });
});
