import { Reckoner, type Field, type Figure } from '../reckoner/index.js';
import { firstAxis } from '../testing/example-machine.js';
import { wholeMachine } from '../testing/whole-machine.js';
import * as line from './index.js';
import { AXIS_FIGURES, COMPARED_FIGURES, FIGURE_GROUPS, stepsPerUnit, type AxisContext } from './index.js';

const exported = Object.values(line).filter(
  (item): item is Figure<AxisContext> => typeof item === 'object' && 'kind' in item && item.kind === 'figure',
);

describe('the list of figures', () => {
  it('holds every figure that is handed out, each identity once', () => {
    expect(exported.filter((figure) => !AXIS_FIGURES.includes(figure)).map(({ id }) => id)).toEqual([]);
    const ids = AXIS_FIGURES.map(({ id }) => id);
    expect(ids.length).toBeGreaterThan(100);
    expect(ids.filter((id, index) => ids.indexOf(id) !== index)).toEqual([]);
  });

  it('keeps groups whole and in the order of the files', () => {
    expect(FIGURE_GROUPS.map(({ name }) => name)).toEqual([
      'Steps',
      'Current and heat',
      'Torque and speed',
      'Load',
      'Screw and belt',
    ]);
    const listed = FIGURE_GROUPS.flatMap(({ figures }) => figures);
    expect(new Set(listed).size).toBe(listed.length);
    for (const { figures } of FIGURE_GROUPS) expect(figures.length).toBeGreaterThan(4);
  });

  it('compares designs by the weightiest first, no two of one weight', () => {
    expect(COMPARED_FIGURES.slice(0, 3).map(({ id }) => id)).toEqual([
      'speed-margin',
      'torque-margin',
      'recommended-speed',
    ]);
    expect(new Set(COMPARED_FIGURES.map(({ compared }) => compared)).size).toBe(COMPARED_FIGURES.length);
  });

  it('rests on fields that say at which station they are filled in', () => {
    const bare = firstAxis(
      wholeMachine((axis) => ({
        ...axis,
        motor: { ...axis.motor, specification: { ...axis.motor.specification, stepAngle: null } },
      })),
    );
    const outcome = new Reckoner(bare).get(stepsPerUnit);
    expect(outcome.kind === 'missing' && outcome.fields.map(({ station }) => station)).toEqual(['motor']);
    const fields = Object.values(line.axisField as Readonly<Record<string, unknown>>).filter(
      (item): item is Field<AxisContext> => typeof item === 'object' && item !== null && 'station' in item,
    );
    expect(fields.length).toBeGreaterThan(60);
    const stationOf = (id: string): unknown => fields.find((field) => field.id === id)?.station;
    expect(['screw.pitch', 'job.speed', 'controller.decimals', 'driver.microsteps'].map(stationOf)).toEqual([
      'transmission',
      'carriage',
      'controller',
      'driver',
    ]);
  });
});
