import { alertsFeedOf } from '../watch/atom.ts';
import { ALERTS_PATH, api, MARKET_FAULTS } from '@ripe-pick/contract';
import { ENOUGH_JUDGED, reliabilityOf } from '@ripe-pick/core/prices';
import { addDays } from '@ripe-pick/core/units';
import { Hono } from 'hono';
import type { Keeper } from '../feeds/keeper.ts';
import type { SimulatedMarket } from '../feeds/simulated.ts';
import { intakesOf, minuteOf } from '../prices/intake.ts';
import { historyTable } from '../prices/table.ts';
import { matchedAll, matcher, readPrices } from '../reading/index.ts';
import type { Store } from '../store/index.ts';
import type { Watch } from '../watch/run.ts';
import { body } from './body.ts';
import { ApiError } from './errors.ts';

export interface PriceRouteOptions {
  readonly store: Store;
  readonly keeper: Keeper;
  readonly watch: Watch;
  readonly market: SimulatedMarket | null;
  readonly now: () => Promise<Date>;
}

/** Prices over time: what is read and taken, sources, the watch, and the simulated market’s clock. */
export function priceRoutes({ store, keeper, watch, market, now }: PriceRouteOptions): Hono {
  const routes = new Hono();
  routes.post(api.priceHistory.path, async (c) =>
    c.json(await store.history(await body(c, api.priceHistory.request))),
  );
  routes.post(api.readPrices.path, async (c) => {
    const { shop, text, base64 } = await body(c, api.readPrices.request);
    const catalogue = await store.catalogue();
    const place = shop === null ? null : catalogue.shops.find((each) => each.id === shop);
    if (place === undefined) throw new ApiError('not-found', 'There is no such shop. Add it first.');
    const read = readPrices(
      base64 === undefined ? { text } : { bytes: new Uint8Array(Buffer.from(base64, 'base64')) },
      place?.currency ?? null,
    );
    const last = await store.lastPrices(
      catalogue.offers.filter((offer) => offer.shop === shop).map((offer) => offer.id),
    );
    const match = matcher(catalogue, last);
    return c.json({
      kind: read.kind,
      rows: await matchedAll(read.found, shop, match),
      doubts: read.doubts.slice(0, 500),
    });
  });
  routes.post(api.takePrices.path, async (c) => {
    const { shop, source, rows } = await body(c, api.takePrices.request);
    const catalogue = await store.catalogue();
    const parts = new Set(catalogue.parts.map((part) => part.id));
    const wrong = rows.findIndex((row) => !parts.has(row.part));
    if (wrong >= 0)
      throw new ApiError('bad-data', 'A part is no longer in the catalogue. Nothing was taken.', [
        {
          path: `rows[${wrong}].part`,
          message: `no part has the id "${rows[wrong].part}"`,
          mend: 'Read the prices again.',
        },
      ]);
    const intakes = intakesOf(rows, shop, catalogue, minuteOf(await now()), source);
    if (intakes.length === 0)
      throw new ApiError('bad-data', 'Nothing could be taken: new offers need a shop and a price.');
    const result = await store.takeIn(intakes, source);
    watch.request();
    return c.json(result);
  });
  routes.post(api.correctPrice.path, async (c) => {
    const { offer, at, priceMinor } = await body(c, api.correctPrice.request);
    const done = await store.correct(
      { offer, at, change: priceMinor === undefined ? 'remove' : { price: priceMinor } },
      (await now()).toISOString(),
    );
    if (!done)
      throw new ApiError(
        'not-found',
        'There is no look at that moment any more. Reload to see what is there.',
      );
    watch.request();
    return c.json(done);
  });
  routes.get(api.corrections.path, async (c) => c.json({ corrections: await store.corrections() }));
  routes.post(api.turnCorrection.path, async (c) => {
    const done = await store.turnCorrection((await body(c, api.turnCorrection.request)).serial);
    if (!done) throw new ApiError('not-found', 'There is no such correction.');
    watch.request();
    return c.json(done);
  });
  routes.get('/prices.csv', async (c) => {
    c.header('content-type', 'text/csv; charset=utf-8');
    c.header('content-disposition', 'attachment; filename="prices.csv"');
    return c.body(await historyTable(store));
  });
  routes.get(api.reliability.path, async (c) => {
    const { judged, open } = await store.judged();
    const { judged: n, ...figures } = reliabilityOf(judged);
    return c.json({ ...figures, judged: n, open, bins: n < ENOUGH_JUDGED ? [] : figures.bins });
  });

  const feeds = async () => {
    const rows = await store.feeds();
    return { feeds: rows.map(({ feed, state }) => ({ feed, state })), held: await store.held() };
  };
  routes.get(api.feeds.path, async (c) => c.json(await feeds()));
  routes.post(api.putFeed.path, async (c) => {
    const { feed } = await body(c, api.putFeed.request);
    const { shops, parts } = await store.catalogue();
    if (!shops.some((shop) => shop.id === feed.shop))
      throw new ApiError('not-found', 'There is no such shop. Add it first.');
    if (feed.part !== null && !parts.some((part) => part.id === feed.part))
      throw new ApiError('not-found', 'There is no such part.');
    await store.putFeed(feed);
    return c.json(await feeds());
  });
  routes.post(api.removeFeed.path, async (c) => {
    await store.removeFeed((await body(c, api.removeFeed.request)).feed);
    return c.json(await feeds());
  });
  routes.post(api.fetchFeeds.path, async (c) => {
    await keeper.run((await body(c, api.fetchFeeds.request)).feeds);
    return c.json(await feeds());
  });
  routes.post(api.settleHeld.path, async (c) => {
    const { serials, take, part } = await body(c, api.settleHeld.request);
    const rows = (await store.held()).filter((held) => serials.includes(held.serial));
    if (take) {
      const catalogue = await store.catalogue();
      const moment = minuteOf(await now());
      for (const { row, shop } of rows) {
        const chosen = part ?? row.part;
        if (chosen === null)
          throw new ApiError('bad-data', 'It is not known which part this is: choose one.');
        const offer = part !== null && part !== row.part ? null : row.offer;
        await store.takeIn(
          intakesOf(
            [{ found: row.found, part: chosen, offer }],
            shop,
            catalogue,
            moment,
            'confirmed by hand',
          ),
          'confirmed by hand',
        );
      }
      watch.request();
    }
    await store.dropHeld(serials);
    return c.json(await feeds());
  });

  const watched = async () => {
    const moment = (await now()).toISOString();
    return {
      points: await store.points(),
      alerts: (await store.alerts()).filter((alert) => alert.at <= moment),
      isRunning: watch.isRunning(),
    };
  };
  routes.get(api.watch.path, async (c) => c.json(await watched()));
  routes.post(api.runWatch.path, async (c) => {
    watch.request();
    await watch.idle();
    return c.json(await watched());
  });
  routes.post(api.readAlerts.path, async (c) => {
    const { serials, isRead } = await body(c, api.readAlerts.request);
    await store.markAlerts(serials, isRead);
    return c.json(await watched());
  });
  routes.get(ALERTS_PATH, async (c) => {
    c.header('content-type', 'application/atom+xml; charset=utf-8');
    const { alerts } = await watched();
    return c.body(alertsFeedOf(alerts.slice(0, 100), new URL(c.req.url).origin));
  });

  const marketState = async () => {
    const state = await market?.state();
    const fault = MARKET_FAULTS.find((each) => each === state?.fault) ?? 'none';
    return { address: state && market ? market.address : null, day: state?.day ?? null, fault };
  };
  const running = async () => {
    if (!market || !(await market.state()))
      throw new ApiError('not-found', 'No simulated market is running. It comes with the demo data.');
    return market;
  };
  routes.get(api.market.path, async (c) => c.json(await marketState()));
  routes.post(api.advanceMarket.path, async (c) => {
    const open = await running();
    const day = addDays((await store.today()) ?? (await now()).toISOString().slice(0, 10), 1);
    await open.set({ day });
    await store.setToday(day);
    await keeper.run(
      (await store.feeds())
        .filter(({ feed }) => feed.isOn && feed.url.startsWith(`${open.address}/`))
        .map(({ feed }) => feed.id),
    );
    watch.request();
    return c.json(await marketState());
  });
  routes.post(api.faultMarket.path, async (c) => {
    const open = await running();
    await open.set({ fault: (await body(c, api.faultMarket.request)).fault });
    return c.json(await marketState());
  });
  return routes;
}
