export type { Block, Cell, Column, PassportDrawing, PassportPhoto, Section } from './block.js';
export type { PassportCheck } from './checks.js';
export { passportBody, passportHtml, type PassportPictures } from './html.js';
export type { PassportCorrection, PassportEntry } from './log.js';
export { passportOf, type Passport, type PassportInput } from './passport.js';
