export {
  choiceInput,
  columnsOf,
  quantityInput,
  rowsInput,
  wholeInput,
  type FormInput,
  type FormRow,
  type RowColumn,
} from './input.js';
