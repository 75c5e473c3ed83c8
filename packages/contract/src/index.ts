export {
  briefFileSchema,
  briefOf,
  briefSchema,
  buildFileSchema,
  type BriefFile,
  type BuildFile,
  type StoredPathStep,
} from './brief.ts';
export {
  catalogueFileSchema,
  currencyRateSchema,
  frameModelSchema,
  gameSchema,
  offerSchema,
  rateSchema,
  shopSchema,
  catalogueOf,
  CONDITIONS,
  type CatalogueFile,
  type StoredDeal,
  type StoredGame,
  type StoredModel,
  type StoredOffer,
  type StoredPart,
  type StoredRate,
  type StoredShop,
} from './catalogue.ts';
export { planFileOf, planFileSchema } from './plan-file.ts';
export {
  api,
  apiErrorSchema,
  ASIDE_PATH,
  ARCHIVE_PATH,
  ARCHIVES_PATH,
  CALENDAR_PATH,
  MAX_ARCHIVE_BYTES,
  MAX_RECEIPT_BYTES,
  RECEIPTS_PATH,
  MAX_BODY_BYTES,
  pastFitSchema,
  type Api,
  type Archives,
  type AsideRow,
  backupIdSchema,
  backupSchema,
  type Backup,
  type Counts,
  type PastFit,
} from './api.ts';
export { partSchema } from './parts.ts';
export { readCurrencyTable } from './currency-table.ts';
export { mergeCatalogues, type Merge, type MergeConflict } from './merge/merge.ts';
export { crossCheckPack, keptPackSchema, packFileSchema, type KeptPack, type PackFile } from './pack/file.ts';
export { packOf } from './pack/make.ts';
export { takePackIn, type PackIn } from './pack/take-in.ts';
export { takePackOut, type PackOut } from './pack/take-out.ts';
export { tuningSchema, type Tuning } from './tuning.ts';
export { writeTuningTable } from './tuning-table.ts';
export { assemblySchema, type Assembly } from './assembly.ts';
export { buildLogOf, readBuildLog, type BuildLogFile } from './build-log/file.ts';
export { buildLogMarkdown, writeStepsTable } from './build-log/words.ts';
export { calendarOf, scheduleOf } from './calendar.ts';
export { joinWorkspaces } from './join.ts';
export { FORMULA } from './formula.ts';
export { documentText } from './plain-text.ts';
export { dealSchema, partsOfDeal, shopsOfDeal } from './deals.ts';
export {
  buyingSchema,
  orderSchema,
  LISTING_STATES,
  INCIDENTS,
  LINE_STATES,
  MOST_KEPT,
  type Listing,
  type Order,
  type Receipt,
  type ClaimKept,
  type Version,
  versionSchema,
} from './buying.ts';
export { crossCheckBrief, crossCheckCatalogue, slotTakes, type CrossChecked } from './crosscheck.ts';
export { MOST } from './limits.ts';
export { minuteSchema, priceSchema, stockSchema, dateSchema, idSchema } from './primitives.ts';
export { problemLine, problemsOf, type Problem } from './problems.ts';
export {
  MOST_DECISIONS,
  savedWorkspaceSchema,
  candidateSchema,
  stepSchema,
  workspaceSchema,
  type BriefCard,
  type Candidate,
  type Decision,
  type HistoryChange,
  type SavedWorkspace,
  type StoredStep,
  type Workspace,
} from './workspace.ts';
export type { CatalogueChange } from './catalogue-changes.ts';
export { dailyPrices, dayOfMinute, dayOfMoment, minuteOfMoment, noonOf, today } from './local-day.ts';
export { upgradedFile } from './version-1.ts';
/** How each kind of record of version 1 becomes one of version 2. */
export * as version1 from './version-1.ts';
export { lineUpFileSchema, type LineUpFile } from './line-up.ts';
export { partsListFileSchema, type PartsListFile } from './parts-list.ts';
export { recordSchema } from './records.ts';
export { readRecordsTable, writeRecordsTable, type TableDefaults, type TableRead } from './records-table.ts';
export {
  benchFileSchema,
  benchRunSchema,
  rigSchema,
  type BenchChange,
  type BenchKept,
  type BenchRunKept,
  type FrameTimesKept,
} from './bench.ts';
export {
  doubtOf,
  historyAnswerSchema,
  MOST_DOUBTS,
  shopOfFound,
  judgedSchema,
  loggedForecastSchema,
  type NewAlertText,
  ALERT_KINDS,
  ALERTS_PATH,
  MAX_PRICES_BYTES,
  priceFileTakenSchema,
  PRICES_IN_PATH,
  PRICES_PATH,
  alertSchema,
  eventSchema,
  feedSchema,
  feedStateSchema,
  foundSchema,
  heldSchema,
  matchedSchema,
  MARKET_FAULTS,
  MINUTES_A_DAY,
  targetSchema,
  watchKeptSchema,
  watchPointSchema,
  type Alert,
  type CalendarEvent,
  type Corrected,
  type Feed,
  type FeedState,
  type Found,
  type Held,
  type Matched,
  type PriceDoubt,
  type ReadAnswer,
  type Series,
  type Taken,
  type Target,
  type Watching,
  type WatchPoint,
  type PriceFileTaken,
} from './prices.ts';
export type { BenchRecord } from '@ripe-pick/core/parts';
export { readChart, type ChartLine } from './records-chart.ts';
export { changeHeardSchema, EVENTS_PATH, type Area, type ChangeHeard, type Revisions } from './revisions.ts';
export { changesNothing, READ_CALLS } from './read-calls.ts';
export {
  deviceSchema,
  MAX_PAIR_BYTES,
  PAIR_PATH,
  SHARING_PATH,
  sharingApi,
  type Access,
  type Device,
  type Sharing,
  type SharingApi,
} from './sharing.ts';
