import { crossCheckCatalogue, historyAnswerSchema, problemsOf, type Problem } from '@ripe-pick/contract';
import type { Kysely } from 'kysely';
import { z } from 'zod';
import { readBriefs } from '../briefs.ts';
import { readCatalogue } from '../catalogue.ts';
import { readFeeds, readHeld } from '../feeds.ts';
import { openForecasts, readJudged } from '../forecasts.ts';
import { readCorrections } from '../observations/corrections.ts';
import { readHistory } from '../observations/history.ts';
import { readPacks } from '../packs.ts';
import { readBench, readFits, readRecords } from '../records.ts';
import type { Tables } from '../tables.ts';
import { readToday } from '../today.ts';
import { readAlerts, readPoints } from '../watch.ts';
import { BadArchive, bad } from './unpack.ts';

type Reader = (db: Kysely<Tables>) => Promise<readonly Problem[]>;

const all =
  (read: (db: Kysely<Tables>) => Promise<unknown>): Reader =>
  async (db) => {
    await read(db); // throws where a row does not pass its schema
    return [];
  };

const HISTORIES_AT_ONCE = 500;

/** Every observation of every offer. */
async function histories(db: Kysely<Tables>): Promise<readonly Problem[]> {
  const offers = (await db.selectFrom('price_offers').select('offer').execute()).map(({ offer }) => offer);
  for (let at = 0; at < offers.length; at += HISTORIES_AT_ONCE) {
    const asked = { offers: offers.slice(at, at + HISTORIES_AT_ONCE), parts: [], pool: 0 };
    historyAnswerSchema.parse(await readHistory(db, asked));
  }
  return [];
}

/** The points of every brief. */
async function points(db: Kysely<Tables>): Promise<readonly Problem[]> {
  for (const { id } of await db.selectFrom('briefs').select('id').execute()) await readPoints(db, id);
  return [];
}

/** Everything that the app reads, by what people call it. */
const READERS: readonly (readonly [name: string, reader: Reader])[] = [
  ['the catalogue', async (db) => crossCheckCatalogue(await readCatalogue(db))],
  ['briefs, candidates and orders', all(readBriefs)],
  ['benchmark records', all(readRecords)],
  ['packs', all(readPacks)],
  ['own passes', all(readBench)],
  ['past fits', all(readFits)],
  ['price histories', histories],
  ['corrections of prices', all(readCorrections)],
  ['sources of prices', all(readFeeds)],
  ['rows held for a look', all((db) => readHeld(db))],
  ['forecasts', all((db) => openForecasts(db, Number.MAX_SAFE_INTEGER))],
  ['judged forecasts', all(readJudged)],
  ['alerts', all(readAlerts)],
  ['the watch', points],
  [
    'the day',
    all(async (db) =>
      z.iso
        .date()
        .nullable()
        .parse(await readToday(db)),
    ),
  ],
];

/**
 * Reads all that a database holds, as the app would.
 * @throws {BadArchive} naming what cannot be read
 */
export async function judgeDatabase(db: Kysely<Tables>): Promise<void> {
  for (const [name, reader] of READERS) {
    let problems: readonly Problem[];
    try {
      problems = await reader(db);
    } catch (error) {
      if (!(error instanceof z.ZodError)) throw error;
      const [first] = problemsOf(error, undefined);
      throw bad(`${name}: ${first.path}`, first.message, first.mend);
    }
    if (problems.length > 0)
      throw new BadArchive(problems.map((each) => ({ ...each, path: `${name}: ${each.path}` })));
  }
}
