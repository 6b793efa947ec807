export { checkPart, choosePart, fitsAxis, newPart, PART_KINDS, partShape, type Part, type PartKind, type ShelfPart } from './part.js';
