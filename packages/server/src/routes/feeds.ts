import { minuteOfMoment, type Held } from '@ripe-pick/contract';
import { intakesOf, namedBy } from '../feeds/intake.ts';
import { manualSource, type Intake, type NamedRows } from '../store/index.ts';
import type { ServerContext } from './context.ts';
import { ApiError } from './errors.ts';
import type { Handlers } from './handlers.ts';

type FeedCalls = 'feeds' | 'putFeed' | 'removeFeed' | 'fetchFeeds' | 'settleHeld';

const CONFIRMED = 'confirmed by hand';

/** Sources that are fetched on a schedule, and what they brought that somebody has to look at. */
export function feedHandlers({ store, scheduler, watch, now }: ServerContext): Pick<Handlers, FeedCalls> {
  const all = async () => {
    const rows = await store.feeds();
    return { feeds: rows.map(({ feed, state }) => ({ feed, state })), held: await store.held() };
  };
  return {
    feeds: all,
    putFeed: async ({ feed }) => {
      const part = feed.part === null ? [] : [feed.part];
      const { shops, there } = await store.named({ parts: part, offers: [], isAnyPart: false });
      if (!shops.some((shop) => shop.id === feed.shop))
        throw new ApiError('not-found', 'There is no such shop. Add it first.');
      if (feed.part !== null && !there.has(feed.part))
        throw new ApiError('not-found', 'There is no such part.');
      await store.putFeed(feed);
      return all();
    },
    removeFeed: async ({ feed }) => {
      await store.removeFeed(feed);
      return all();
    },
    fetchFeeds: async ({ feeds }) => {
      await scheduler.run(feeds);
      return all();
    },
    settleHeld: async ({ serials, take, part }) => {
      if (!take) await store.dropHeld(serials);
      else {
        const moment = minuteOfMoment(await now());
        await store.takeHeld(serials, manualSource(CONFIRMED), async (rows, namedOf) => {
          const chosen = rows.flatMap(({ row }) => {
            const id = part ?? row.part;
            return id === null ? [] : [{ found: row.found, part: id, offer: row.offer }];
          });
          const named = await namedOf(namedBy(chosen));
          return rows.flatMap((row) => confirmedIntakes(row, part, named, moment));
        });
        watch.request();
      }
      return all();
    },
  };
}

/** A row that was looked at, as what it takes in: as the part that was chosen, or as the one it was matched to. */
function confirmedIntakes(
  { row, shop }: Held,
  chosen: string | null,
  catalogue: Pick<NamedRows, 'offers' | 'shops'>,
  moment: number,
): readonly Intake[] {
  const part = chosen ?? row.part;
  if (part === null) throw new ApiError('bad-data', 'It is not known which part this is: choose one.');
  const offer = part === row.part ? row.offer : null;
  const { intakes, problems } = intakesOf(
    [{ found: row.found, part, offer }],
    shop,
    catalogue,
    moment,
    CONFIRMED,
  );
  if (problems.length > 0)
    throw new ApiError('bad-data', `${row.found.name}: ${problems[0].message}.`, problems);
  return intakes;
}
