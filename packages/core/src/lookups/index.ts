export { cellOf, type LookupMatch, type LookupTable, lacking, rowsWith, type Wanted } from './lookup-table.js';
