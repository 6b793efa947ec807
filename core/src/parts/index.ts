export { checkPart, choosePart, fitsAxis, newPart, wiringFor, PART_KINDS, partShape, type Part, type PartKind, type ShelfPart } from './part.js';
