export { BY_HAND, type ByHand } from './by-hand.js';
export { foundTerms, GLOSSARY, termPlace, termsIn, type Term, type TermPiece } from './glossary.js';
