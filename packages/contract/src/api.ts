import { z } from 'zod';
import { benchChangeSchema, benchSchema } from './bench.ts';
import { catalogueFileSchema, frameModelSchema, heldOutSchema } from './catalogue.ts';
import { catalogueChangeSchema } from './catalogue-changes.ts';
import {
  correctedSchema,
  correctionSchema,
  feedSchema,
  feedsAnswerSchema,
  historyAnswerSchema,
  marketSchema,
  MARKET_FAULTS,
  readAnswerSchema,
  readRequestSchema,
  reliabilitySchema,
  takenSchema,
  takeSchema,
  watchAnswerSchema,
} from './prices.ts';
import { keptPackSchema } from './pack/file.ts';
import { PACK_STAYS, WHY_PACK_STAYS } from './pack/stays.ts';
import { idSchema } from './primitives.ts';
import { problemSchema } from './problems.ts';
import { MOST } from './limits.ts';
import { recordsSchema } from './records.ts';
import { briefCardSchema, historyChangeSchema, savedWorkspaceSchema, workspaceSchema } from './workspace.ts';

/** What is in a catalogue, counted. */
export const countsSchema = z.strictObject({
  parts: z.int(),
  shops: z.int(),
  offers: z.int(),
  games: z.int(),
  gaps: z.int(),
});
export type Counts = z.infer<typeof countsSchema>;

const statusSchema = z.strictObject({
  app: z.literal('ripe-pick'),
  version: z.string(),
  counts: countsSchema,
  /** Whose data these are: one's own, or the demo's. */
  instance: z.enum(['own', 'demo']),
  /** Where the screens of the other instance are; null where there is none. */
  other: z.string().nullable(),
});

/** Every error of the API has this shape. `problems` names places in what was sent. */
export const apiErrorSchema = z.strictObject({
  error: z.strictObject({ code: z.string(), message: z.string(), problems: z.array(problemSchema) }),
});

const briefsSchema = z.strictObject({
  briefs: z.array(briefCardSchema),
  /** The one that is open; there may be none of it yet, before anything was saved. */
  current: idSchema,
});

const packOutSchema = z.strictObject({
  changes: z.array(catalogueChangeSchema),
  stays: z.array(z.strictObject({ what: z.enum(PACK_STAYS), name: z.string(), why: z.enum(WHY_PACK_STAYS) })),
});

const rowCounts = z.record(z.string(), z.int().min(0));

/** A backup by the moment that it was made at, and how it came about. */
export const backupIdSchema = z.string().regex(/^\d{4}-\d\d-\d\dT\d\d-\d\d-\d\d-(daily|hand)$/);
export const backupSchema = z.strictObject({
  id: backupIdSchema,
  /** Once a day, or made by hand. */
  kind: z.enum(['daily', 'hand']),
  madeAt: z.iso.datetime(),
  /** The form of its tables: the name of the last migration. */
  form: z.string().max(100),
  tables: rowCounts,
  receipts: z.int().min(0),
  bytes: z.int().min(0),
});
export type Backup = z.infer<typeof backupSchema>;
const backupsSchema = z.strictObject({
  /** The newest first. */
  backups: z.array(backupSchema),
});

const archivesSchema = z.strictObject({
  /** Rows by table, of what is here. */
  here: rowCounts,
  /** An archive that was sent and looked through: its rows by table, and its receipts. */
  ready: z
    .strictObject({
      tables: rowCounts,
      receipts: z.int().min(0),
      /** Rows here that it does not have, or has otherwise. */
      newerHere: rowCounts,
    })
    .nullable(),
  /** When what can be taken back was here last; null where there is nothing. */
  before: z.iso.datetime().nullable(),
});
export type Archives = z.infer<typeof archivesSchema>;

const asideRowSchema = z.strictObject({
  serial: z.int(),
  /** The table that it stood in, and by what it was known there. */
  of: z.string(),
  name: z.string(),
  reason: z.string(),
  at: z.string(),
});
/** A row of what is kept that could not be read, and was set aside. */
export type AsideRow = z.infer<typeof asideRowSchema>;
const asideSchema = z.strictObject({ rows: z.array(asideRowSchema) });

/** A fit that was made and stored: enough to see how the model grew. */
export const pastFitSchema = z.strictObject({
  fittedOn: z.iso.datetime(),
  records: z.int().min(0),
  heldBack: z.int().min(0),
  noise: z.number().min(0),
  heldOut: heldOutSchema.nullable(),
});
export type PastFit = z.infer<typeof pastFitSchema>;

const kept = z.strictObject({ kept: z.int().min(0) });

/** The newest change that the sender has seen; where there is a newer one, nothing is done. Without it, whatever there is is written over. */
const seen = { revision: z.int().min(0).optional() };
/** The change that this was. */
const now = { revision: z.int().min(0) };

/** Every call of the API: method, path, and the schemas of what is sent and what comes back. */
export const api = {
  status: { method: 'GET', path: '/api/status', request: null, response: statusSchema },
  catalogue: { method: 'GET', path: '/api/catalogue', request: null, response: catalogueFileSchema },
  previewCatalogue: {
    method: 'POST',
    path: '/api/catalogue/preview',
    request: catalogueFileSchema,
    response: countsSchema,
  },
  importCatalogue: {
    method: 'PUT',
    path: '/api/catalogue',
    request: catalogueFileSchema,
    response: countsSchema,
  },
  workspace: { method: 'GET', path: '/api/workspace', request: null, response: savedWorkspaceSchema },
  saveWorkspace: {
    method: 'PUT',
    path: '/api/workspace',
    request: z.strictObject({
      /** The brief; by default the one that is open. */
      id: idSchema.optional(),
      revision: z.int().min(0),
      /** What this save is known by. */
      operation: idSchema.optional(),
      /** Saves before it whose answers never came: where one of them is the newest that is there, nobody else has saved. */
      unanswered: z.array(idSchema).max(50).default([]),
      workspace: workspaceSchema,
      history: historyChangeSchema.default({ keepFrom: 0, keepTo: 0, add: [], done: 0 }),
    }),
    response: z.strictObject({ revision: z.int() }),
  },
  briefs: { method: 'GET', path: '/api/briefs', request: null, response: briefsSchema },
  openBrief: {
    method: 'POST',
    path: '/api/briefs/open',
    request: z.strictObject({ id: idSchema }),
    response: briefsSchema,
  },
  /** Adds a brief with what hangs on it, and opens it. */
  addBrief: {
    method: 'POST',
    path: '/api/briefs',
    request: z.strictObject({
      id: idSchema,
      workspace: workspaceSchema,
      history: historyChangeSchema.optional(),
    }),
    response: briefsSchema,
  },
  archiveBrief: {
    method: 'POST',
    path: '/api/briefs/archive',
    request: z.strictObject({ id: idSchema, isArchived: z.boolean() }),
    response: briefsSchema,
  },
  /** Changes of single parts, offers, shops, deals, games and rates: all of them or none. */
  editCatalogue: {
    method: 'POST',
    path: '/api/catalogue/edit',
    request: z.strictObject({ ...seen, changes: z.array(catalogueChangeSchema).min(1).max(200_000) }),
    /** What takes the changes back, in the order in which it is to be done. */
    response: z.strictObject({ undo: z.array(catalogueChangeSchema) }),
  },
  /** Packs that were imported, oldest first. */
  packs: {
    method: 'GET',
    path: '/api/packs',
    request: null,
    response: z.strictObject({ packs: z.array(keptPackSchema) }),
  },
  /** What would take a pack out again. Nothing is changed. */
  planPackOut: {
    method: 'POST',
    path: '/api/packs/out',
    request: z.strictObject({ id: idSchema }),
    response: packOutSchema,
  },
  records: {
    method: 'GET',
    path: '/api/records',
    request: null,
    response: z.strictObject({ records: recordsSchema }),
  },
  /** Puts records in place under their ids and takes others out, all of it or nothing. */
  changeRecords: {
    method: 'POST',
    path: '/api/records',
    request: z.strictObject({
      ...seen,
      put: recordsSchema,
      remove: z.array(idSchema).max(MOST.records).default([]),
    }),
    response: kept.extend(now),
  },
  bench: { method: 'GET', path: '/api/bench', request: null, response: benchSchema },
  changeBench: {
    method: 'POST',
    path: '/api/bench',
    request: benchChangeSchema.extend(seen),
    response: benchSchema.extend(now),
  },
  /** A model fitted from the records takes the place of the one that is there. */
  saveModel: {
    method: 'PUT',
    path: '/api/model',
    request: z.strictObject({ frameModel: frameModelSchema }),
    /** How many records it rests on; null where parts or games came or went meanwhile: then nothing is kept. */
    response: z.strictObject({ kept: z.int().min(0).nullable() }),
  },
  pastFits: {
    method: 'GET',
    path: '/api/model/past',
    request: null,
    response: z.strictObject({ fits: z.array(pastFitSchema) }),
  },
  /** Histories of offers: by id, or of all offers of parts; and some of every kind of part for what offers have in common. */
  priceHistory: {
    method: 'POST',
    path: '/api/prices/history',
    request: z.strictObject({
      offers: z.array(idSchema).max(5000).default([]),
      parts: z.array(idSchema).max(500).default([]),
      pool: z.int().min(0).max(200).default(0),
    }),
    response: historyAnswerSchema,
  },
  /** Reads a page, a table or a feed and says what it would be taken as. Nothing is kept. */
  readPrices: {
    method: 'POST',
    path: '/api/prices/read',
    request: readRequestSchema,
    response: readAnswerSchema,
  },
  takePrices: {
    method: 'POST',
    path: '/api/prices/take',
    request: takeSchema,
    response: takenSchema.extend({ undo: z.array(catalogueChangeSchema) }),
  },
  correctPrice: {
    method: 'POST',
    path: '/api/prices/correct',
    request: correctionSchema,
    response: correctedSchema,
  },
  corrections: {
    method: 'GET',
    path: '/api/prices/corrections',
    request: null,
    response: z.strictObject({ corrections: z.array(correctedSchema) }),
  },
  /** Takes a correction back, or makes it again. */
  turnCorrection: {
    method: 'POST',
    path: '/api/prices/corrections/turn',
    request: z.strictObject({ serial: z.int() }),
    response: correctedSchema,
  },
  reliability: { method: 'GET', path: '/api/prices/reliability', request: null, response: reliabilitySchema },
  feeds: { method: 'GET', path: '/api/feeds', request: null, response: feedsAnswerSchema },
  putFeed: {
    method: 'POST',
    path: '/api/feeds',
    request: z.strictObject({ feed: feedSchema }),
    response: feedsAnswerSchema,
  },
  removeFeed: {
    method: 'POST',
    path: '/api/feeds/remove',
    request: z.strictObject({ feed: idSchema }),
    response: feedsAnswerSchema,
  },
  fetchFeeds: {
    method: 'POST',
    path: '/api/feeds/fetch',
    request: z.strictObject({ feeds: z.array(idSchema).max(2000) }),
    response: feedsAnswerSchema,
  },
  /** What was held is taken, as a part if it had none, or let go. */
  settleHeld: {
    method: 'POST',
    path: '/api/feeds/held',
    request: z.strictObject({
      serials: z.array(z.int()).max(10_000),
      take: z.boolean(),
      part: idSchema.nullable().default(null),
    }),
    response: feedsAnswerSchema,
  },
  watch: { method: 'GET', path: '/api/watch', request: null, response: watchAnswerSchema },
  runWatch: { method: 'POST', path: '/api/watch/run', request: null, response: watchAnswerSchema },
  readAlerts: {
    method: 'POST',
    path: '/api/watch/read',
    request: z.strictObject({ serials: z.array(z.int()).max(10_000), isRead: z.boolean() }),
    response: watchAnswerSchema,
  },
  market: { method: 'GET', path: '/api/market', request: null, response: marketSchema },
  /** Runs the simulated market’s clock forward by a day, and takes that day’s prices in. */
  advanceMarket: { method: 'POST', path: '/api/market/day', request: null, response: marketSchema },
  faultMarket: {
    method: 'POST',
    path: '/api/market/fault',
    request: z.strictObject({ fault: z.enum(MARKET_FAULTS) }),
    response: marketSchema,
  },
  /** What is known of archives of everything: what is here, what lies ready, what can be taken back. */
  archives: { method: 'GET', path: '/api/archive', request: null, response: archivesSchema },
  /** The archive that lies ready takes the place of everything here. */
  takeArchive: { method: 'POST', path: '/api/archive/take', request: null, response: archivesSchema },
  /** What was here before the last archive was taken comes back, and that archive lies ready to come back in turn. */
  turnArchive: { method: 'POST', path: '/api/archive/back', request: null, response: archivesSchema },
  backups: { method: 'GET', path: '/api/backups', request: null, response: backupsSchema },
  makeBackup: { method: 'POST', path: '/api/backups', request: null, response: backupsSchema },
  removeBackup: {
    method: 'POST',
    path: '/api/backups/remove',
    request: z.strictObject({ id: backupIdSchema }),
    response: backupsSchema,
  },
  /** Looks through a backup, which then lies ready to take the place of everything here, as an archive does. */
  lookAtBackup: {
    method: 'POST',
    path: '/api/backups/look',
    request: z.strictObject({ id: backupIdSchema }),
    response: archivesSchema,
  },
  /** Rows that could not be read, the newest first. */
  aside: { method: 'GET', path: '/api/aside', request: null, response: asideSchema },
  /** Tries to read them again; what still cannot be read stays aside. */
  readAsideAgain: { method: 'POST', path: '/api/aside/again', request: null, response: asideSchema },
  /** Deletes rows that were set aside, for good. */
  dropAside: {
    method: 'POST',
    path: '/api/aside/drop',
    request: z.strictObject({ serials: z.array(z.int()).max(10_000) }),
    response: asideSchema,
  },
  loadDemo: { method: 'POST', path: '/api/demo', request: null, response: countsSchema },
} as const satisfies Record<
  string,
  { method: string; path: string; request: z.ZodType | null; response: z.ZodType }
>;

export type Api = typeof api;

/** Where a receipt is put and fetched, and the calendar of all deadlines to subscribe to. */
export const RECEIPTS_PATH = '/api/receipts';
export const CALENDAR_PATH = '/calendar.ics';
/** Largest receipt, in bytes. */
export const MAX_RECEIPT_BYTES = 8 * 1024 * 1024;

/** Where the archive of everything is fetched, and where one is sent to. */
export const ARCHIVE_PATH = '/ripe-pick.zip';
export const ARCHIVES_PATH = '/api/archive';
/** Where everything that was set aside is fetched as a file. */
export const ASIDE_PATH = '/set-aside.json';
/** Largest archive that is taken, in bytes. */
export const MAX_ARCHIVE_BYTES = 256 * 1024 * 1024;

/** Largest body that the server takes, in bytes. A catalogue of 50 000 parts stays below. */
export const MAX_BODY_BYTES = 32 * 1024 * 1024;
