export { readCsv, readTable, writeCsv } from './csv.js';
export { canonicalJson } from './canonical-json.js';
export { parseJson, readMachineJson, sameMachine, writeMachineJson } from './machine-json.js';
export { readPartsCsv, readPartsJson, writePartsCsv, writePartsJson } from './parts-file.js';
export { readReadingsCsv, writeReadingsCsv } from './readings-csv.js';
export { coordinateDecimals, stepCheckProgram, writeMoveList, type MoveListOptions } from './gcode.js';
export { writeNetsCsv } from './nets-csv.js';
export { settingsCsv, settingsHeader, settingsJson, settingsOf, type Setting } from './settings.js';
