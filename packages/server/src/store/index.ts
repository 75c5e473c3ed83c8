import { dirname, join } from 'node:path';
import type {
  Alert,
  BenchChange,
  BenchKept,
  BenchRecord,
  Corrected,
  Counts,
  Feed,
  FeedState,
  Held,
  WatchPoint,
  PastFit,
  HistoryChange,
  SavedWorkspace,
  Workspace,
  CatalogueFile,
  StoredModel,
} from '@ripe-pick/contract';
import type { JudgedForecast, LoggedForecast } from '@ripe-pick/core/prices';
import { changeCatalogue, countsOf, readCatalogue, replaceCatalogue } from './catalogue.ts';
import { openDatabase } from './database.ts';
import { changeBench, changeRecords, readBench, readFits, readRecords, saveModel } from './records.ts';
import { openReceipts, type Receipts } from './receipts.ts';
import {
  dropHeld,
  putFeed,
  readFeeds,
  readHeld,
  removeFeed,
  saveFeedState,
  takeHarvest,
  takeHeld,
  type FeedHarvest,
  type FeedRow,
} from './feeds.ts';
import { correct, readCorrections, turnCorrection } from './observations/corrections.ts';
import { lastOfFeed, lastPrices, readHistory, type HistoryRequest } from './observations/history.ts';
import { importRuns } from './observations/import.ts';
import type { PriceSource } from './observations/sources.ts';
import { takeIn, type Intake, type IntakeResult } from './observations/take-in.ts';
import {
  addAlerts,
  addPoint,
  keepForecasts,
  markAlerts,
  openForecasts,
  readAlerts,
  readJudged,
  readPoints,
  saveJudged,
  type NewAlert,
} from './watch.ts';
import { readWorkspace, saveWorkspace } from './workspace.ts';

/** Everything that is kept. The only door to the database. */
export interface Store {
  catalogue(): Promise<CatalogueFile>;
  replaceCatalogue(file: CatalogueFile): Promise<Counts>;
  /** What the change throws leaves everything as it was. */
  changeCatalogue(change: (file: CatalogueFile) => CatalogueFile): Promise<CatalogueFile>;
  counts(): Promise<Counts>;
  workspace(): Promise<SavedWorkspace>;
  /** New revision, or null when the workspace was saved elsewhere meanwhile. */
  saveWorkspace(revision: number, workspace: Workspace, history: HistoryChange): Promise<number | null>;
  records(): Promise<BenchRecord[]>;
  /** How many are kept after the change. */
  changeRecords(put: readonly BenchRecord[], remove: readonly string[]): Promise<number>;
  bench(): Promise<BenchKept>;
  changeBench(change: BenchChange): Promise<BenchKept>;
  saveModel(model: StoredModel, judge: (file: CatalogueFile) => void): Promise<void>;
  pastFits(): Promise<PastFit[]>;
  /** The day that counts as today, where the catalogue has one of its own. */
  today(): Promise<string | null>;
  setToday(day: string): Promise<void>;
  takeIn(intakes: readonly Intake[], source: PriceSource): Promise<IntakeResult>;
  importRuns(runs: Parameters<typeof importRuns>[1], source: PriceSource): Promise<void>;
  history(request: HistoryRequest): ReturnType<typeof readHistory>;
  lastPrices(offers: readonly string[]): Promise<Map<string, number>>;
  correct(correction: Parameters<typeof correct>[1], now: string): Promise<Corrected | null>;
  corrections(): Promise<Corrected[]>;
  turnCorrection(serial: number): Promise<Corrected | null>;
  feeds(): Promise<FeedRow[]>;
  putFeed(feed: Feed): Promise<void>;
  removeFeed(id: string): Promise<void>;
  saveFeedState(state: FeedState): Promise<void>;
  takeHarvest(harvest: FeedHarvest): Promise<IntakeResult>;
  lastOfFeed(feed: Feed): Promise<Intake[]>;
  held(): Promise<Held[]>;
  dropHeld(serials: readonly number[]): Promise<void>;
  takeHeld(
    serials: readonly number[],
    source: PriceSource,
    intakesOf: (rows: readonly Held[], catalogue: CatalogueFile) => readonly Intake[],
  ): Promise<void>;
  points(): Promise<WatchPoint[]>;
  addPoint(point: WatchPoint): Promise<void>;
  alerts(): Promise<Alert[]>;
  addAlerts(alerts: readonly NewAlert[]): Promise<void>;
  markAlerts(serials: readonly number[], isRead: boolean): Promise<void>;
  keepForecasts(forecasts: readonly LoggedForecast[]): Promise<void>;
  openForecasts(until: number): Promise<LoggedForecast[]>;
  saveJudged(
    judged: readonly { readonly id: string; readonly judged: JudgedForecast | null }[],
  ): Promise<void>;
  judged(): Promise<{ readonly judged: JudgedForecast[]; readonly open: number }>;
  readonly path: string;
  readonly receipts: Receipts;
  close(): Promise<void>;
}

export async function openStore(path: string): Promise<Store> {
  const { db, close } = await openDatabase(path);
  return {
    catalogue: () => readCatalogue(db),
    replaceCatalogue: async (file) => {
      await replaceCatalogue(db, file);
      return countsOf(file);
    },
    changeCatalogue: (change) => changeCatalogue(db, change),
    counts: async () => countsOf(await readCatalogue(db)),
    workspace: () => readWorkspace(db),
    saveWorkspace: (revision, workspace, history) => saveWorkspace(db, revision, workspace, history),
    records: () => readRecords(db),
    changeRecords: (put, remove) => changeRecords(db, put, remove),
    bench: () => readBench(db),
    changeBench: (change) => changeBench(db, change),
    saveModel: (model, judge) => saveModel(db, model, judge),
    pastFits: () => readFits(db),
    today: async () => {
      const row = await db
        .selectFrom('settings')
        .select('body')
        .where('key', '=', 'today')
        .executeTakeFirst();
      return row ? (JSON.parse(row.body) as string) : null;
    },
    setToday: async (day) => {
      const body = JSON.stringify(day);
      await db
        .insertInto('settings')
        .values({ key: 'today', body })
        .onConflict((c) => c.column('key').doUpdateSet({ body }))
        .execute();
    },
    takeIn: (intakes, source) => takeIn(db, intakes, source),
    importRuns: (runs, source) => importRuns(db, runs, source),
    history: (request) => readHistory(db, request),
    lastPrices: (offers) => lastPrices(db, offers),
    correct: (correction, now) => correct(db, correction, now),
    corrections: () => readCorrections(db),
    turnCorrection: (serial) => turnCorrection(db, serial),
    feeds: () => readFeeds(db),
    putFeed: (feed) => putFeed(db, feed),
    removeFeed: (id) => removeFeed(db, id),
    saveFeedState: (state) => saveFeedState(db, state),
    takeHarvest: (harvest) => takeHarvest(db, harvest),
    lastOfFeed: (feed) => lastOfFeed(db, feed),
    held: () => readHeld(db),
    dropHeld: (serials) => dropHeld(db, serials),
    takeHeld: (serials, source, intakesFrom) => takeHeld(db, serials, source, intakesFrom),
    points: () => readPoints(db),
    addPoint: (point) => addPoint(db, point),
    alerts: () => readAlerts(db),
    addAlerts: (alerts) => addAlerts(db, alerts),
    markAlerts: (serials, isRead) => markAlerts(db, serials, isRead),
    keepForecasts: (forecasts) => keepForecasts(db, forecasts),
    openForecasts: (until) => openForecasts(db, until),
    saveJudged: (judged) => saveJudged(db, judged),
    judged: () => readJudged(db),
    path,
    receipts: openReceipts(join(dirname(path), 'receipts')),
    close,
  };
}

export { countsOf } from './catalogue.ts';
export type { FeedHarvest, FeedRow } from './feeds.ts';
export { feedSource, manualSource, type PriceSource } from './observations/sources.ts';
export type { Intake } from './observations/take-in.ts';
export type { NewAlert } from './watch.ts';
