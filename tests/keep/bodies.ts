import { readFileSync } from 'node:fs';
import {
  briefFileSchema,
  briefOf,
  briefSchema,
  buyingSchema,
  catalogueFileSchema,
  recordSchema,
  watchKeptSchema,
  workspaceSchema,
  type Api,
  type CatalogueFile,
  type Workspace,
} from '@ripe-pick/contract';
import type { Draws } from '@ripe-pick/core/stats';

/* Bodies for every call: valid ones from the demo, made small, and what a slip, a bad program or a hostile page would make of them. */

const demo = (name: string): unknown =>
  JSON.parse(readFileSync(new URL(`../../packages/demo/files/${name}`, import.meta.url), 'utf8'));

/** A few parts of every kind, with what belongs to them: read in a blink, and of every form. */
function smallCatalogue(): CatalogueFile {
  const file = catalogueFileSchema.parse(demo('catalogue.json'));
  const counts = new Map<string, number>();
  const parts = file.parts.filter(({ kind }) => {
    counts.set(kind, (counts.get(kind) ?? 0) + 1);
    return (counts.get(kind) ?? 0) <= 3;
  });
  const here = new Set(parts.map(({ id }) => id));
  const isHere = ({ part }: { readonly part: string }) => here.has(part);
  const { frameModel } = file;
  return {
    ...file,
    parts,
    offers: file.offers.filter(isHere),
    deals: file.deals
      .filter((deal) => (deal.parts ?? []).every((id) => here.has(id)))
      .filter((deal) => deal.kind !== 'gift' || deal.gift.part === null || here.has(deal.gift.part)),
    frameModel: {
      ...frameModel,
      fit: undefined,
      states: undefined,
      cpus: frameModel.cpus.filter(isHere),
      gpus: frameModel.gpus.filter(isHere),
      integrated: frameModel.integrated.filter(isHere),
      games: frameModel.games.slice(0, 3),
    },
  };
}
export const catalogue = smallCatalogue();
const [offer] = catalogue.offers;
const [part] = catalogue.parts;
const [game] = catalogue.frameModel.games;
const brief: Workspace['brief'] = briefSchema.parse(
  briefOf(briefFileSchema.parse(demo('brief-league-seat.json'))),
);

const workspace = workspaceSchema.parse({
  brief,
  candidates: [{ id: 'a', name: 'A', picks: { [part.kind]: { part: part.id, offer: null } } }],
  active: 'a',
  ...buyingSchema.parse(demo('buying.json')),
  ...watchKeptSchema.parse(demo('watch.json')),
});
const step = {
  ...{ serial: 1, label: 'rename', at: '2026-11-20T10:00:00Z' },
  back: [{ op: 'replace', path: '/brief/name', value: 'before' }],
  forth: [{ op: 'replace', path: '/brief/name', value: 'after' }],
};
const history = { keepFrom: 0, keepTo: 0, add: [step], done: 1 };
const record = recordSchema.parse({
  ...{ id: 'r1', game: game.id, preset: 'high', cpu: 'c', gpu: 'g', memory: { gb: 16 }, average: 60 },
  source: { name: 's', on: '2026-11-01' },
});
const found = {
  ...{ name: 'x', priceMinor: 12_345, currency: 'EUR', stock: 3, sku: 'fresh-1', condition: 'used' },
  ...{ seller: 'one', good: 3, rated: 4, url: 'https://shop.example/1', grade: 'B', monthsOld: 5 },
};
const rig = { id: 'rig', name: 'R', cpu: part.id, motherboard: part.id, memory: part.id, gpu: null };
const run = {
  ...{ id: 'run', rig: 'rig', game: game.id, preset: 'high', widthPx: 1920, heightPx: 1080, renderScale: 1 },
  ...{
    background: 'none',
    state: { profile: true, clocks: 'stock' },
    on: '2026-11-20',
    average: 60,
    low: null,
  },
  ...{ slowest: null, seconds: 60, isWarmUp: false, gpuBusy: null, driftLn: null, file: null },
};
const feed = {
  ...{ id: 'f', name: 'F', url: 'https://shop.example/f.json', shop: offer.shop, part: null, isOn: false },
};
const { frameModel, currencyRates, deals, shops } = catalogue;

/** A brief with what hangs on it, and a record, to be written. */
export { record as RECORD, workspace as WORKSPACE };

/** A valid body of every call that takes one and may be sent by itself. */
export const BODIES: readonly (readonly [name: keyof Api, body: () => unknown])[] = [
  ['importCatalogue', () => catalogue],
  ['previewCatalogue', () => catalogue],
  ['editCatalogue', () => ({ changes: [{ do: 'put-part', item: part }] })],
  [
    'editCatalogue',
    () => ({
      changes: [
        { do: 'put-offer', item: offer },
        { do: 'remove-offer', id: offer.id },
      ],
    }),
  ],
  [
    'editCatalogue',
    () => ({
      changes: [
        { do: 'put-shop', item: shops[0] },
        { do: 'put-game', item: game },
      ],
    }),
  ],
  ['editCatalogue', () => ({ changes: deals.slice(0, 2).map((item) => ({ do: 'put-deal', item })) })],
  [
    'editCatalogue',
    () => ({
      changes: [
        { do: 'put-record', item: record },
        { do: 'put-currency-rate', item: currencyRates[0] },
      ],
    }),
  ],
  [
    'editCatalogue',
    () => ({
      changes: [
        {
          do: 'observe',
          source: { key: 'k', name: 'n' },
          observations: [{ offer: offer.id, at: 30_000_000, price: 5, stock: 1 }],
        },
      ],
    }),
  ],
  ['editCatalogue', () => ({ changes: [{ do: 'merge-part', id: part.id, item: part }] })],
  ['saveWorkspace', () => ({ revision: 0, workspace, history })],
  ['addBrief', () => ({ id: 'b', workspace, history })],
  ['openBrief', () => ({ id: 'first' })],
  ['archiveBrief', () => ({ id: 'b', isArchived: true })],
  ['changeRecords', () => ({ put: [record, { ...record, id: 'r2' }], remove: [] })],
  ['changeBench', () => ({ putRigs: [rig], putRuns: [run] })],
  ['saveModel', () => ({ frameModel })],
  ['priceHistory', () => ({ offers: [offer.id], parts: [part.id], pool: 3 })],
  ['readPrices', () => ({ shop: offer.shop, text: `sku,name,price\n${offer.id},x,1.00\n` })],
  ['takePrices', () => ({ shop: offer.shop, source: 's', rows: [{ found, part: part.id, offer: null }] })],
  [
    'takePrices',
    () => ({
      shop: offer.shop,
      source: 's',
      rows: [{ found: { ...found, currency: 'EUR', at: 29_800_000 }, part: offer.part, offer: offer.id }],
    }),
  ],
  ['correctPrice', () => ({ offer: offer.id, at: 30_000_000, priceMinor: 7 })],
  ['turnCorrection', () => ({ serial: 1 })],
  ['putFeed', () => ({ feed })],
  ['removeFeed', () => ({ feed: 'f' })],
  ['settleHeld', () => ({ serials: [1], take: false })],
  ['readAlerts', () => ({ serials: [1], isRead: true })],
  ['planPackOut', () => ({ id: 'p' })],
  ['dropAside', () => ({ serials: [] })],
];

/** Values that forms, programs and attackers send where something else is expected. */
const NASTY: readonly unknown[] = [
  ...[null, true, false, 0, -0, -1, 1, 0.5, 1e-9, 1e9, 1e15, 2 ** 53, -(2 ** 53), 1e308, 99_999, 1_000_000],
  ...[
    '',
    ' ',
    'a',
    '0',
    'null',
    '__proto__',
    'constructor',
    '../../etc',
    'x'.repeat(99),
    'x'.repeat(100),
    'x'.repeat(101),
  ],
  ...[
    'y'.repeat(200),
    'y'.repeat(500),
    'z'.repeat(1000),
    'z'.repeat(5000),
    '\u0000',
    '\ufffe',
    '\ud800',
    'a\u202eb',
    '💾'.repeat(60),
  ],
  ...[
    '1969-12-31',
    '1970-01-01',
    '2026-02-30',
    '2159-12-31',
    '2160-01-01',
    '9999-12-31',
    '0000-01-01',
    '2026-11-20',
  ],
  ...[
    '2026-11-20T10:00:00Z',
    '9999-12-31T23:59:59Z',
    'EUR',
    'eur',
    'XXX',
    '=1+1',
    '-',
    'https://shop.example/',
  ],
  ...[[], {}, [[]], [{}], { id: 'x' }, [null], 100_000_000, 100_000_001, 10_000_000_000, 10_000_000_001],
];

type Path = readonly (string | number)[];

function pathsIn(value: unknown, path: Path = [], out: Path[] = []): Path[] {
  out.push(path);
  if (Array.isArray(value)) value.slice(0, 5).forEach((each, n) => pathsIn(each, [...path, n], out));
  else if (typeof value === 'object' && value !== null)
    for (const [key, each] of Object.entries(value)) pathsIn(each, [...path, key], out);
  return out;
}

const at = (value: unknown, path: Path): unknown =>
  path.reduce<unknown>((inner, key) => (inner as Record<string | number, unknown>)[key], value);
const pick = <T>(draws: Draws, list: readonly T[]): T => list[Math.floor(draws.uniform() * list.length)];

/** Another value, most of the time of the same type: what is wrong at first sight is refused at once. */
function nastyFor(value: unknown, draws: Draws): unknown {
  const alike = NASTY.filter((each) => typeof each === typeof value && each !== null);
  return alike.length > 0 && draws.uniform() < 0.8 ? pick(draws, alike) : pick(draws, NASTY);
}

/** One change of one place: another value, a neighbour's value, a thing twice, a thing less, a field more. */
function changed(body: unknown, draws: Draws): unknown {
  const copy: unknown = structuredClone(body);
  const paths = pathsIn(copy).filter((path) => path.length > 0);
  if (paths.length === 0) return pick(draws, NASTY);
  const path = pick(draws, paths);
  const holder = at(copy, path.slice(0, -1)) as Record<string | number, unknown>; // of a path that is there
  const key = path[path.length - 1];
  const kind = draws.uniform();
  if (kind < 0.55) holder[key] = nastyFor(holder[key], draws);
  else if (kind < 0.7) holder[key] = structuredClone(at(copy, pick(draws, paths)));
  else if (Array.isArray(holder)) {
    if (kind < 0.85) holder.push(structuredClone(holder[Number(key)]));
    else holder.splice(Number(key), 1);
  } else if (kind < 0.9) Reflect.deleteProperty(holder, key);
  else holder[`${String(key)}x`] = pick(draws, NASTY);
  return copy;
}

/** A valid body with one to three changes, mostly one. */
export function mutated(body: unknown, draws: Draws): unknown {
  let value = body;
  for (let n = 1 + Math.floor(draws.uniform() ** 2 * 3); n > 0; n--) value = changed(value, draws);
  return value;
}

/** A body of any JSON, or of none. */
export function randomBody(draws: Draws, depth = 0): string {
  const kind = draws.uniform();
  if (depth === 0 && kind < 0.1)
    return pick(draws, ['', '{', '[1,', 'NaN', '\ufeff{}', '{"a":1}}', 'nul', '"\\ud800"']);
  if (depth > 3 || kind < 0.5) return JSON.stringify(pick(draws, NASTY));
  const inner = Array.from({ length: Math.floor(draws.uniform() * 5) }, () => randomBody(draws, depth + 1));
  if (kind < 0.7) return `[${inner.join(',')}]`;
  const keys = [
    'id',
    'revision',
    'workspace',
    'changes',
    'put',
    'rows',
    'feed',
    'shop',
    'serials',
    'parts',
    'do',
    'item',
  ];
  return `{${inner.map((each) => `${JSON.stringify(pick(draws, keys))}:${each}`).join(',')}}`;
}
