// Rigs as files: reading with every check, migrations, writing, the shelf in one file.
export { refusalOf } from './check';
export { fromCsv, fromTabs, readTable, toCsv, toTabs, type Cell } from './csv';
export { checkGuarded } from './guard';
export { fileSchema, readRig, readRigValue, type ReadResult } from './read';
export { readAnyFile, type FileResult, type ShelfFile } from './shelf-file';
export { GEAR_FORMAT, writeRig, writeShelf, writeWithHistory, type ShelvedRig } from './write';
