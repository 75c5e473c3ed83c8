import type { CatalogueFile } from '@ripe-pick/contract';
import type { Kysely } from 'kysely';
import { addBrief, archiveBrief, BriefCards, openBrief } from './briefs.ts';
import { readEverything } from './archive/judge.ts';
import { countRows, takeTables } from './archive/take.ts';
import { editCatalogue } from './catalogue-changes.ts';
import { countsOf, replaceCatalogue } from './catalogue.ts';
import { readCatalogue, readNamed } from './read-catalogue.ts';
import { BenchJson, CatalogueCounts, CatalogueJson, RecordsJson } from './catalogue-json.ts';
import { beginRevisions, revisionsOf } from './revisions.ts';
import { openDatabase } from './database.ts';
import { changeBench, changeRecords, readBench, readFits, readRecords, saveModel } from './records.ts';
import { planPackOut, readPacks } from './packs.ts';
import { openReceipts, receiptsBeside } from './receipts.ts';
import {
  dropHeld,
  putFeed,
  readFeeds,
  readHeld,
  removeFeed,
  saveFeedState,
  takeHarvest,
  takeHeld,
} from './feeds.ts';
import { correct, readCorrections, turnCorrection } from './observations/corrections.ts';
import { lastOfFeed, lastPrices, readHistory } from './observations/history.ts';
import { importRuns } from './observations/import.ts';
import { takeOwnHistory } from './observations/own-file.ts';
import { addAlerts, addPoint, markAlerts, readAlerts, readPoints } from './watch.ts';
import { keepForecasts, openForecasts, readJudged, saveJudged } from './forecasts.ts';
import { takePrices } from './take-prices.ts';
import { asideFile, dropAside, putBack, readAside } from './set-aside.ts';
import type { Tables } from './tables.ts';
import { readToday, setToday } from './today.ts';
import { readWorkspace, savesOf, saveWorkspace } from './workspace.ts';

type On = <A extends readonly unknown[], R>(work: (db: Kysely<Tables>, ...args: A) => R) => (...args: A) => R;

/** Briefs with all that hangs on each. */
const briefsDoor = (on: On) => ({
  workspace: on(readWorkspace),
  /** New revision, or null when the workspace was saved elsewhere meanwhile. */
  saveWorkspace: on(saveWorkspace),
  openBrief: on(openBrief),
  addBrief: on(addBrief),
  archiveBrief: on(archiveBrief),
});

/** Prices over time, and where they are fetched. */
const pricesDoor = (on: On) => ({
  /** The day that counts as today, where the catalogue has one of its own. */
  today: on(readToday),
  setToday: on(setToday),
  takePrices: on(takePrices),
  importRuns: on(importRuns),
  takeOwnHistory: on(takeOwnHistory),
  history: on(readHistory),
  lastPrices: on(lastPrices),
  correct: on(correct),
  corrections: on(readCorrections),
  turnCorrection: on(turnCorrection),
  feeds: on(readFeeds),
  putFeed: on(putFeed),
  removeFeed: on(removeFeed),
  saveFeedState: on(saveFeedState),
  takeHarvest: on(takeHarvest),
  lastOfFeed: on(lastOfFeed),
  held: on(readHeld),
  dropHeld: on(dropHeld),
  takeHeld: on(takeHeld),
});

/** What the watch knew, told and foretold. */
const watchDoor = (on: On) => ({
  points: on(readPoints),
  addPoint: on(addPoint),
  alerts: on(readAlerts),
  addAlerts: on(addAlerts),
  markAlerts: on(markAlerts),
  keepForecasts: on(keepForecasts),
  openForecasts: on(openForecasts),
  saveJudged: on(saveJudged),
  judged: on(readJudged),
});

/** Opens the database; what it gives is the only door to everything that is kept. */
export async function openStore(path: string) {
  const { db, close } = await openDatabase(path);
  const on =
    <A extends readonly unknown[], R>(work: (database: typeof db, ...args: A) => R) =>
    (...args: A): R =>
      work(db, ...args);
  const counts = new CatalogueCounts(db);
  const briefs = new BriefCards(db);
  const catalogueJson = new CatalogueJson(db);
  const recordsJson = new RecordsJson(db);
  const benchJson = new BenchJson(db);
  return {
    path,
    close,
    receipts: openReceipts(receiptsBeside(path)),
    catalogue: on(readCatalogue),
    replaceCatalogue: async (file: CatalogueFile) => {
      await replaceCatalogue(db, file);
      return countsOf(file);
    },
    editCatalogue: on(editCatalogue),
    counts: () => counts.read(),
    briefs: () => briefs.read(),
    /** The whole catalogue, and all records, as JSON that is written once. */
    catalogueJson: () => catalogueJson.read(),
    recordsJson: () => recordsJson.read(),
    benchJson: () => benchJson.read(),
    named: on(readNamed),
    revisions: on(revisionsOf),
    saves: on(savesOf),
    beginRevisions: on(beginRevisions),
    packs: on(readPacks),
    planPackOut: on(planPackOut),
    ...briefsDoor(on),
    records: on(readRecords),
    /** How many are kept after the change. */
    changeRecords: on(changeRecords),
    bench: on(readBench),
    changeBench: on(changeBench),
    saveModel: on(saveModel),
    pastFits: on(readFits),
    aside: on(readAside),
    asideFile: on(asideFile),
    dropAside: on(dropAside),
    /** Reads what was set aside anew; what still cannot be read is set aside again. */
    readAsideAgain: async () => {
      await putBack(db);
      await readEverything(db);
    },
    countRows: on(countRows),
    /** Puts the content of another database, at a path, in place of all that is here. */
    takeTables: on(takeTables),
    ...pricesDoor(on),
    ...watchDoor(on),
  };
}
export type Store = Awaited<ReturnType<typeof openStore>>;

export { countsOf } from './catalogue.ts';
export { CannotStart, isFullDisk } from './cannot-start.ts';
export { checkWhole } from './database.ts';
export type { NamedIds, NamedRows } from './read-catalogue.ts';
export { markKept, takeFolder, type HeldFolder } from './folder.ts';
export { ChangedElsewhere, ChangeRefused } from './refused.ts';
export type { FeedHarvest, FeedRow } from './feeds.ts';
export type { OwnObservation } from './observations/own-file.ts';
export { manualSource } from './observations/sources.ts';
export type { Intake } from './observations/take-in.ts';
