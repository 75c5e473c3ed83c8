import { crossCheckCatalogue, historyAnswerSchema, problemsOf, type Problem } from '@ripe-pick/contract';
import type { Kysely } from 'kysely';
import { z } from 'zod';
import { readBriefs } from '../briefs.ts';
import { readCatalogue } from '../read-catalogue.ts';
import { readFeeds, readHeld } from '../feeds.ts';
import { openForecasts, readJudged } from '../forecasts.ts';
import { readCorrections } from '../observations/corrections.ts';
import { readHistory } from '../observations/history.ts';
import { readPacks } from '../packs.ts';
import { readBench, readFits, readRecords } from '../records.ts';
import { HANGS_ON, readAside } from '../set-aside.ts';
import type { Tables } from '../tables.ts';
import { readAlerts, readPoints } from '../watch.ts';
import { BadArchive, bad } from './unpack.ts';

const MEND = 'Correct it in the archive, or delete it.';
const HISTORIES_AT_ONCE = 500;

/** Every observation of every offer. */
async function histories(db: Kysely<Tables>): Promise<void> {
  const offers = (await db.selectFrom('price_offers').select('offer').execute()).map(({ offer }) => offer);
  for (let at = 0; at < offers.length; at += HISTORIES_AT_ONCE) {
    const asked = { offers: offers.slice(at, at + HISTORIES_AT_ONCE), parts: [], pool: 0 };
    historyAnswerSchema.parse(await readHistory(db, asked));
  }
}

/** The points of every brief. */
async function points(db: Kysely<Tables>): Promise<void> {
  for (const { id } of await db.selectFrom('briefs').select('id').execute()) await readPoints(db, id);
}

/** Everything that the app reads row by row. */
const READERS: readonly ((db: Kysely<Tables>) => Promise<unknown>)[] = [
  readCatalogue,
  readBriefs,
  readRecords,
  readPacks,
  readBench,
  readFits,
  readCorrections,
  readFeeds,
  (db) => readHeld(db),
  (db) => openForecasts(db, Number.MAX_SAFE_INTEGER),
  readJudged,
  readAlerts,
  points,
];

/** Reads all that a database holds, as the app would: what cannot be read is set aside. */
export async function readEverything(db: Kysely<Tables>): Promise<void> {
  for (const read of READERS) await read(db);
}

/**
 * Reads all that a database holds, as the app would.
 * @throws {BadArchive} naming what cannot be read
 */
export async function judgeDatabase(db: Kysely<Tables>): Promise<void> {
  const before = new Set((await readAside(db)).map(({ serial }) => serial));
  await readEverything(db);
  const problems = (await readAside(db))
    .filter(({ serial, reason }) => !before.has(serial) && !reason.startsWith(HANGS_ON))
    .reverse()
    .map(({ of, name, reason }): Problem => ({ path: `${of}: ${name}`, message: reason, mend: MEND }));
  const crossed = crossCheckCatalogue(await readCatalogue(db));
  const all = [...problems, ...crossed.map((each) => ({ ...each, path: `the catalogue: ${each.path}` }))];
  if (all.length > 0) throw new BadArchive(all);
  try {
    await histories(db);
  } catch (error) {
    if (!(error instanceof z.ZodError)) throw error;
    const [first] = problemsOf(error, undefined);
    throw bad(`price histories: ${first.path}`, first.message, first.mend);
  }
}
