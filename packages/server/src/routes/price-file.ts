import { createWriteStream, rmSync } from 'node:fs';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import type { ReadableStream as NodeStream } from 'node:stream/web';
import { PRICES_IN_PATH, type PriceFileTaken } from '@ripe-pick/contract';
import { Hono } from 'hono';
import type { OwnObservation, Store } from '../store/index.ts';
import { BadPriceRow, readPriceFile } from '../transfer/index.ts';
import type { ServerContext } from './context.ts';
import { ApiError } from './errors.ts';

/** Rows that are taken in one transaction: other changes come in between. */
const ROWS_AT_ONCE = 2000;
const MOST_NAMED = 20;

/** Reads all of it, and keeps nothing. @returns how many rows there are */
async function judged(path: string): Promise<number> {
  let rows = 0;
  try {
    for await (const _ of readPriceFile(path)) rows++;
  } catch (error) {
    if (!(error instanceof BadPriceRow)) throw error;
    const { path: place, message, mend } = error;
    throw new ApiError('bad-data', 'The prices were not imported. Nothing was changed.', [
      { path: place, message, mend },
    ]);
  }
  if (rows === 0) throw new ApiError('bad-data', 'The file holds no prices. Nothing was changed.');
  return rows;
}

/** Takes it in, piece by piece. What was taken is taken once, also where it is sent again. */
async function takenIn(store: Store, path: string): Promise<Omit<PriceFileTaken, 'rows'>> {
  const sum = { taken: 0, repeated: 0, unknown: 0 };
  const unknownOffers = new Set<string>();
  let piece: OwnObservation[] = [];
  const take = async () => {
    const { taken, repeated, unknown } = await store.takeOwnHistory(piece);
    sum.taken += taken;
    sum.repeated += repeated;
    sum.unknown += unknown.length;
    for (const { offer } of unknown) if (unknownOffers.size < MOST_NAMED) unknownOffers.add(offer);
    piece = [];
  };
  for await (const row of readPriceFile(path)) {
    piece.push(row);
    if (piece.length >= ROWS_AT_ONCE) await take();
  }
  if (piece.length > 0) await take();
  return { ...sum, unknownOffers: [...unknownOffers] };
}

/** A file of histories comes back in: all of it is read before anything of it is kept, and what was here before is backed up. */
export function priceFileRoutes({
  store,
  watch,
  backups,
}: Pick<ServerContext, 'store' | 'watch' | 'backups'>): Hono {
  const routes = new Hono();
  routes.put(PRICES_IN_PATH, async (c) => {
    const { body } = c.req.raw;
    if (!body) throw new ApiError('bad-data', 'The file is empty. Nothing was kept.');
    const path = `${store.path}.prices-${process.hrtime.bigint()}.part`;
    try {
      await pipeline(Readable.fromWeb(body as NodeStream), createWriteStream(path, { mode: 0o600 }));
      const rows = await judged(path);
      // So many steps are too many to be kept one by one: the way back is the whole.
      await backups.make('hand');
      const answer: PriceFileTaken = { rows, ...(await takenIn(store, path)) };
      watch.request();
      return c.json(answer);
    } finally {
      rmSync(path, { force: true });
    }
  });
  return routes;
}
