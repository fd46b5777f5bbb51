export {
  cellOf,
  type LookupMatch,
  type LookupTable,
  lacking,
  rowsWith,
  tableName,
  type Wanted,
} from './lookup-table.js';
export { maxTableColumns, maxTableLines, type TableFile, tableFromLines } from './table-from-lines.js';
