import type { Axis, Machine } from '../machine/index.js';
import type { TransmissionSpecification } from '../parts/index.js';

/** Counts of a transmission that a guess may stand for. */
const COUNTS: Readonly<Record<TransmissionSpecification['kind'], readonly string[]>> = {
  screw: ['starts'],
  belt: ['teeth'],
  rack: ['teeth'],
  roller: [],
  drum: [],
  rotary: [],
};

const transmissionOf = (specification: TransmissionSpecification): TransmissionSpecification =>
  'guessed' in specification ? { ...specification, guessed: COUNTS[specification.kind] } : specification;

function axisOf(axis: Axis): Axis {
  const { driver, motor, transmission } = axis;
  const { encoder } = motor.specification;
  return {
    ...axis,
    driver: {
      ...driver,
      part: null,
      guessed: ['microsteps'],
      specification: { ...driver.specification, guessed: ['finestMicrosteps'] },
    },
    motor: {
      ...motor,
      part: null,
      specification: { ...motor.specification, encoder: encoder && { ...encoder, guessed: ['counts'] } },
    },
    transmission: { ...transmission, part: null, specification: transmissionOf(transmission.specification) },
    coupling: axis.coupling && { ...axis.coupling, part: null },
    mount: axis.mount && { ...axis.mount, part: null },
  };
}

/**
 * The same with counts as guesses, and no link to a shelf. Teeth of wheels stay: a wheel of which no tooth is known has
 * no ratio, and nothing could be reckoned.
 */
export function counted(machine: Machine): Machine {
  const { controller } = machine;
  return {
    ...machine,
    supplies: machine.supplies.map((item) => ({ ...item, part: null })),
    converters: machine.converters.map((item) => ({ ...item, part: null })),
    auxiliaries: machine.auxiliaries.map((item) => ({ ...item, part: null })),
    controller: {
      ...controller,
      part: null,
      specification: { ...controller.specification, guessed: ['outputs', 'timerBits'] },
    },
    axes: machine.axes.map(axisOf),
  };
}
