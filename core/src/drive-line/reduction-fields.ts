import { trainRatio } from '../parts/index.js';
import { exactField } from './field-kinds.js';
import { isTrainKnown, trainText } from './gear-train.js';

export const reductionTeeth = exactField('reduction.teeth', 'Reduction teeth', 'Π z₂/z₁', ({ axis }) =>
  isTrainKnown(axis.reduction) ? { ratio: trainRatio(axis.reduction), text: trainText(axis.reduction) } : null,
);
