export {
  checkCatalogue,
  readBenchFile,
  readBrief,
  readBuild,
  readCatalogueFile,
  readJson,
  readRecordsFile,
  type DemoFiles,
  type Read,
} from './read.ts';
export { BadPriceRow, readPriceFile } from './price-file.ts';
export { priceTable } from './price-table.ts';
