import { choice, nullable, quantity, record, type Of } from '../shape/index.js';
import { positive } from './bounds.js';
import { pieceColumns } from './columns.js';

/** What the pins of a controller give and take. */
export const controllerLogic = record({
  /** High at its outputs. */
  level: quantity('voltage', positive, 'Outputs give'),
  /** An open collector pulls to ground and drives nothing high. */
  outputs: choice('push-pull', 'open-collector'),
  /** Whether its inputs can be pulled up inside. */
  pullUps: choice('inside', 'none'),
  draws: nullable(quantity('current', positive, 'Draws')),
  /** Most that its own regulator takes; null: it has none, or nobody knows. */
  regulatorMost: nullable(quantity('voltage', positive, 'Own regulator takes')),
  /** A linear one burns all volts above its own. */
  regulator: choice('linear', 'switching'),
});
export type ControllerLogic = Of<typeof controllerLogic>;

export const BLANK_CONTROLLER_LOGIC: ControllerLogic = {
  level: { text: '5 V', from: 'assumed', on: null, plusMinus: null },
  outputs: 'push-pull',
  pullUps: 'inside',
  draws: null,
  regulatorMost: null,
  regulator: 'linear',
};

/** How a table of parts holds it. */
export const CONTROLLER_LOGIC = pieceColumns('logic', BLANK_CONTROLLER_LOGIC, {
  level: 'logic_level',
  outputs: 'output_type',
  pullUps: 'pull_ups',
  draws: 'draws',
  regulatorMost: 'regulator_most',
  regulator: 'regulator',
});
