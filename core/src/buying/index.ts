export {
  buyingTotals,
  groupedLines,
  EXTRA_PREFIX,
  moneyText,
  NO_PURCHASE,
  partsList,
  wireText,
  withExtra,
  withPurchase,
  type Asked,
  type BuyingTotals,
  type PartsLine,
} from './parts-list.js';
export { lacking } from './lacking.js';
export { writePartsListCsv } from './list-csv.js';
