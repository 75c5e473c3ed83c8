export {
  COLUMN_LABELS,
  columnsOf,
  entriesIn,
  entriesOfTable,
  entryOf,
  isPartsTable,
  templateHeadings,
  type ColumnRead,
  type OfferWords,
  type PartEntry,
} from './entries.ts';
export { specLines, readSpecs, type PartRead, type SpecLine, type SpecRead } from './read-specs.ts';
