export {
  advice,
  placeOn,
  stopsFirst,
  type Finding,
  type Page,
  type Place,
  type Remedy,
  type Severity,
  type Station,
} from './finding.js';
