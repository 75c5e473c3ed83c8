import {
  api,
  calendarOf,
  CALENDAR_PATH,
  idSchema,
  MAX_BODY_BYTES,
  MAX_RECEIPT_BYTES,
  RECEIPTS_PATH,
  type CatalogueFile,
} from '@ripe-pick/contract';
import { deadlinesOf } from '@ripe-pick/core/buying';
import { Hono, type Context } from 'hono';
import { bodyLimit } from 'hono/body-limit';
import { countsOf, type Store } from '../store/index.ts';
import {
  checkCatalogue,
  readBenchFile,
  readCatalogue,
  readRecords,
  type DemoFiles,
  type Read,
} from '../transfer/index.ts';
import { body, jsonBody } from './body.ts';
import { ApiError, errorResponse } from './errors.ts';
import { priceRoutes, type PriceRouteOptions } from './prices.ts';

export interface ApiOptions {
  readonly store: Store;
  readonly version: string;
  /** The demo's files; null when the demo is not shipped. */
  readonly demo: DemoFiles | null;
  /** What belongs to prices over time; null: a server without them, as some tests need it. */
  readonly prices?: Omit<PriceRouteOptions, 'store'> | undefined;
  /** Called once the demo was loaded. */
  readonly onDemo?: (() => Promise<void>) | undefined;
}

function taken<T>(read: Read<T>, what: string): T {
  if (read.ok) return read.value;
  throw new ApiError(
    'bad-data',
    `${what} was not taken: ${read.problems.length} ${read.problems.length === 1 ? 'problem' : 'problems'}. Nothing was changed.`,
    read.problems,
  );
}

/** The API. Thin: checks what comes in, asks the store, and answers. */
export function apiRoutes({ store, version, demo, prices, onDemo }: ApiOptions): Hono {
  const routes = new Hono();
  const megabytes = Math.round(MAX_BODY_BYTES / 1024 / 1024);
  routes.use(
    bodyLimit({
      maxSize: MAX_BODY_BYTES,
      onError: (c) =>
        errorResponse(
          c,
          new ApiError(
            'too-large',
            `What was sent is larger than ${megabytes} MB. Split it, or leave out offers that are not needed.`,
          ),
        ),
    }),
  );

  if (prices) routes.route('/', priceRoutes({ store, ...prices }));

  const catalogueBody = async (c: Context): Promise<CatalogueFile> =>
    taken(checkCatalogue(await jsonBody(c)), 'The catalogue');

  routes.get(api.status.path, async (c) =>
    c.json({
      app: 'ripe-pick',
      version,
      counts: await store.counts(),
      demoAvailable: demo !== null,
    }),
  );
  routes.get(api.catalogue.path, async (c) => c.json(await store.catalogue()));
  routes.post(api.previewCatalogue.path, async (c) => c.json(countsOf(await catalogueBody(c))));
  routes.put(api.importCatalogue.path, async (c) =>
    c.json(await store.replaceCatalogue(await catalogueBody(c))),
  );
  routes.get(api.workspace.path, async (c) => c.json(await store.workspace()));
  routes.put(api.saveWorkspace.path, async (c) => {
    const { revision, workspace, history } = await body(c, api.saveWorkspace.request);
    const next = await store.saveWorkspace(revision, workspace, history);
    if (next === null)
      throw new ApiError('conflict', 'This was changed in another window meanwhile. Reload to see it.');
    return c.json({ revision: next });
  });
  /** The catalogue with a change, judged as a whole like any file. */
  const changed = async (change: (file: CatalogueFile) => CatalogueFile, what: string) =>
    store.replaceCatalogue(taken(checkCatalogue(change(await store.catalogue())), what));
  routes.post(api.addPart.path, async (c) => {
    const { part, shop, offer } = await body(c, api.addPart.request);
    const add = (file: CatalogueFile): CatalogueFile => ({
      ...file,
      parts: [...file.parts, part],
      shops: shop ? [...file.shops, shop] : file.shops,
      offers: offer ? [...file.offers, offer] : file.offers,
    });
    return c.json(await changed(add, 'The part'));
  });
  routes.post(api.removePart.path, async (c) => {
    const { part } = await body(c, api.removePart.request);
    const without = (rates: CatalogueFile['frameModel']['cards']) =>
      rates.filter((rate) => rate.part !== part);
    const remove = (file: CatalogueFile): CatalogueFile => ({
      ...file,
      parts: file.parts.filter((each) => each.id !== part),
      offers: file.offers.filter((offer) => offer.part !== part),
      frameModel: {
        ...file.frameModel,
        processors: without(file.frameModel.processors),
        cards: without(file.frameModel.cards),
        integrated: without(file.frameModel.integrated),
      },
    });
    return c.json(await changed(remove, 'The catalogue without the part'));
  });
  routes.post(api.addGame.path, async (c) => {
    const { game } = await body(c, api.addGame.request);
    const add = (file: CatalogueFile): CatalogueFile => ({
      ...file,
      frameModel: { ...file.frameModel, games: [...file.frameModel.games, game] },
    });
    return c.json(await changed(add, 'The game'));
  });
  routes.post(api.putDeal.path, async (c) => {
    const { deal } = await body(c, api.putDeal.request);
    const put = (file: CatalogueFile): CatalogueFile => ({
      ...file,
      deals: [...file.deals.filter((each) => each.id !== deal.id), deal],
    });
    return c.json(await changed(put, 'The deal'));
  });
  routes.post(api.removeDeal.path, async (c) => {
    const { deal } = await body(c, api.removeDeal.request);
    const remove = (file: CatalogueFile): CatalogueFile => ({
      ...file,
      deals: file.deals.filter((each) => each.id !== deal),
    });
    return c.json(await changed(remove, 'The catalogue without the deal'));
  });
  routes.post(api.putShop.path, async (c) => {
    const { shop } = await body(c, api.putShop.request);
    const put = (file: CatalogueFile): CatalogueFile => ({
      ...file,
      shops: file.shops.some((each) => each.id === shop.id)
        ? file.shops.map((each) => (each.id === shop.id ? shop : each))
        : [...file.shops, shop],
    });
    return c.json(await changed(put, 'The shop'));
  });
  const receiptId = (c: Context): string => {
    const id = idSchema.safeParse(c.req.param('id'));
    if (!id.success) throw new ApiError('not-found', 'There is no such receipt.');
    return id.data;
  };
  routes.put(`${RECEIPTS_PATH}/:id`, async (c) => {
    const id = receiptId(c);
    const bytes = new Uint8Array(await c.req.arrayBuffer());
    const megabytes = Math.round(MAX_RECEIPT_BYTES / 1024 / 1024);
    if (bytes.length > MAX_RECEIPT_BYTES)
      throw new ApiError('too-large', `A receipt has at most ${megabytes} MB. Photograph it smaller.`);
    if (bytes.length === 0) throw new ApiError('bad-data', 'The file is empty. Nothing was kept.');
    store.receipts.put(id, bytes);
    return c.json({ bytes: bytes.length });
  });
  routes.get(`${RECEIPTS_PATH}/:id`, (c) => {
    const bytes = store.receipts.get(receiptId(c));
    if (!bytes) throw new ApiError('not-found', 'There is no such receipt.');
    // Never shown by the browser itself: what is in it came from outside.
    c.header('content-disposition', 'attachment');
    c.header('content-type', 'application/octet-stream');
    return c.body(bytes);
  });
  routes.get(CALENDAR_PATH, async (c) => {
    const { workspace } = await store.workspace();
    const brief = workspace?.brief;
    const deadlines = workspace
      ? deadlinesOf(workspace.slips, workspace.orders, {
          name: workspace.brief.name,
          readyBy: workspace.brief.dates.readyBy,
        })
      : [];
    // Events of the price calendar, and what the watch had to tell, stand beside the deadlines.
    for (const event of workspace?.events ?? [])
      deadlines.push({
        uid: `event-${event.id}`,
        day: event.from,
        kind: 'event',
        title: event.name,
        about: event.to === event.from ? '' : `until ${event.to}`,
        remindDays: 1,
      });
    const moment = (await prices?.now())?.toISOString() ?? '';
    for (const alert of (await store.alerts()).filter((each) => each.at <= moment).slice(0, 200))
      deadlines.push({
        uid: `alert-${alert.serial}`,
        day: alert.day,
        kind: 'alert',
        title: alert.title,
        about: alert.text,
        remindDays: 0,
      });
    c.header('content-type', 'text/calendar; charset=utf-8');
    return c.body(
      calendarOf(deadlines, `Ripe Pick: ${brief?.name ?? 'nothing yet'}`, new Date().toISOString()),
    );
  });
  routes.get(api.records.path, async (c) => c.json({ records: await store.records() }));
  routes.post(api.changeRecords.path, async (c) => {
    const { put, remove } = await body(c, api.changeRecords.request);
    return c.json({ kept: await store.changeRecords(put, remove) });
  });
  routes.get(api.bench.path, async (c) => c.json(await store.bench()));
  routes.post(api.changeBench.path, async (c) =>
    c.json(await store.changeBench(await body(c, api.changeBench.request))),
  );
  routes.put(api.saveModel.path, async (c) => {
    const { frameModel } = await body(c, api.saveModel.request);
    // Parts or games may have come or gone since the fit began: then it is judged like any other bad catalogue.
    const current = await store.catalogue();
    taken(checkCatalogue({ ...current, frameModel }), 'The model');
    const games = (model: CatalogueFile['frameModel']) =>
      model.games
        .map((game) => game.id)
        .sort()
        .join();
    if (games(current.frameModel) !== games(frameModel))
      throw new ApiError('conflict', 'Games were added or taken out while the model was fitted. Fit again.');
    await store.saveModel(frameModel);
    return c.json({ kept: frameModel.fit?.records ?? 0 });
  });
  routes.get(api.pastFits.path, async (c) => c.json({ fits: await store.pastFits() }));
  routes.post(api.loadDemo.path, async (c) => {
    if (!demo) throw new ApiError('not-found', 'No demo data is shipped with this server.');
    const file = taken(readCatalogue(demo.catalogue()), 'The demo catalogue');
    const records = taken(readRecords(demo.records(), file), 'The demo’s records');
    const { systems, runs } = taken(readBenchFile(demo.bench()), 'The demo’s passes');
    const counts = await store.replaceCatalogue(file);
    await store.changeRecords(records, []);
    await store.changeBench({ putSystems: systems, putRuns: runs });
    await onDemo?.();
    return c.json(counts);
  });
  routes.all('/api/*', () => {
    throw new ApiError('not-found', 'There is no such call.');
  });
  return routes;
}
