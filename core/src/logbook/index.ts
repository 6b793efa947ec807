export { happenedBetween, type Happened } from './happened.js';
export { logCsv, logMarkdown, type LogLine } from './log-files.js';
