export {
  checkCatalogue,
  readBenchFile,
  readBrief,
  readBuild,
  readCatalogue,
  readJson,
  readRecords,
  type DemoFiles,
  type Read,
} from './read.ts';
export { priceTable } from './price-table.ts';
