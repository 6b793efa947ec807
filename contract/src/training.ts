import { LEVELS } from '@crisp-notch/core/trainer';
import { array, boolean, number, object, string, type InferType } from 'yup';
import { moment } from './history.js';
import { line } from './line.js';

/** The first lesson is kept among the exercises. */
export const LESSON = 'lesson';
/** Most results that are kept; the oldest go first. */
export const TRAINING_MOST = 500;

const count = number().integer().min(0).max(10_000).required();

const result = {
  level: string()
    .oneOf([...LEVELS.map(({ id }) => id), LESSON])
    .defined(),
  /** What the exercise was drawn from; by it the same is not kept twice. */
  key: string()
    .defined()
    .matches(/^[0-9a-f]{32}$/),
  /** What was wrong. */
  hidden: array(line(120, 1)).max(4).required(),
  isRight: boolean().required(),
  measurements: count,
  bestMeasurements: count,
  /** What it would take at a real machine [min]; of the lesson, what it took. */
  minutes: number().min(0).max(100_000).required(),
  inVain: count,
  score: number().integer().min(0).max(100).required(),
} as const;

/** What came of an exercise. */
export const trainingRequest = object(result).noUnknown().strict();

/** An exercise that was ended, with its moment. */
export const trainingResult = object({ ...result, at: moment })
  .noUnknown()
  .strict();

export type TrainingRequest = InferType<typeof trainingRequest>;
export type TrainingResult = InferType<typeof trainingResult>;
