export { choiceInput, quantityInput, wholeInput, type FormInput } from './input.js';
