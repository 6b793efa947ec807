export type { BestPath, BestStep } from './best-path.js';
export { DRAWN_COUNT, Exercise, type Brief, type Ended, type Measured, type Reading } from './exercise.js';
export { Lab, type Misread } from './lab.js';
export { LEVELS, type Level } from './levels.js';
export { POINTS, scoreOf, type Score } from './score.js';
export {
  LESSON_STEPS,
  lessonDial,
  lessonMachine,
  lessonPlan,
  lessonStep,
  type LessonState,
  type LessonStep,
} from './lesson.js';
