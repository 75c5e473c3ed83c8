import { minuteOfMoment, type Problem } from '@ripe-pick/contract';
import { intakesOf, namedBy, type ChosenRow } from '../feeds/intake.ts';
import { numbersLearnt } from '../feeds/learn-numbers.ts';
import { Ended } from '../feeds/room/room.ts';
import { manualSource } from '../store/index.ts';
import type { ServerContext } from './context.ts';
import { ApiError } from './errors.ts';
import type { Handlers } from './handlers.ts';
import { ReadyJson } from './ready-json.ts';

type PriceCalls = 'readPrices' | 'takePrices' | 'correctPrice' | 'turnCorrection';

/** Prices over time: what is read, taken in and corrected. */
export function priceHandlers({ store, watch, now, room }: ServerContext): Pick<Handlers, PriceCalls> {
  return {
    readPrices: async ({ shop, text, base64 }) => {
      const bytes = base64 === undefined ? undefined : new Uint8Array(Buffer.from(base64, 'base64'));
      try {
        const json = await room.prices({ shop, text, bytes, now: (await now()).toISOString() });
        if (!json) throw new ApiError('not-found', 'There is no such shop. Add it first.');
        return new ReadyJson(() => json);
      } catch (error) {
        if (error instanceof Ended) throw new ApiError('bad-data', `${error.message} Nothing was taken.`);
        throw error;
      }
    },
    takePrices: async ({ shop, source, rows }) => {
      const catalogue = await store.named(namedBy(rows));
      refuseUnknownParts(rows, catalogue.there);
      const { intakes, problems, skipped } = intakesOf(
        rows,
        shop,
        catalogue,
        minuteOfMoment(await now()),
        source,
      );
      if (problems.length > 0)
        throw new ApiError('bad-data', 'The prices were not imported. Nothing was changed.', problems);
      const learnt = numbersLearnt(rows, catalogue);
      const result = await store.takePrices(intakes, manualSource(source), learnt);
      watch.request();
      return { ...result, skipped };
    },
    correctPrice: async ({ offer, at, priceMinor }) => {
      const change = priceMinor === undefined ? 'remove' : { price: priceMinor };
      const corrected = await store.correct({ offer, at, change }, (await now()).toISOString());
      if (!corrected)
        throw new ApiError(
          'not-found',
          'There is no price check of that moment any more. Reload to see what is there.',
        );
      watch.request();
      return corrected;
    },
    turnCorrection: async ({ serial }) => {
      const corrected = await store.turnCorrection(serial);
      if (!corrected) throw new ApiError('not-found', 'There is no such correction.');
      watch.request();
      return corrected;
    },
  };
}

function refuseUnknownParts(rows: readonly ChosenRow[], parts: ReadonlySet<string>): void {
  const problems = rows.flatMap(({ part }, n): Problem[] =>
    parts.has(part)
      ? []
      : [
          {
            path: `rows[${n}].part`,
            message: `no part has the id "${part}"`,
            mend: 'Read the prices again.',
          },
        ],
  );
  if (problems.length > 0)
    throw new ApiError('bad-data', 'A part is no longer in the catalogue. Nothing was taken.', problems);
}
