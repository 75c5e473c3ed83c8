/** Columns as SQLite keeps them. Money: whole minor units. Dates: ISO 8601. JSON bodies pass a schema on every read. */
export interface Tables {
  shops: {
    id: string;
    position: number;
    name: string;
    kind: string;
    currency: string;
    fee_minor: number;
    free_from_minor: number | null;
    more: string;
  };
  parts: { id: string; position: number; kind: string; brand: string; name: string; body: string };
  offers: {
    id: string;
    position: number;
    part: string;
    shop: string;
    price_minor: number;
    shipping_minor: number | null;
    condition: string;
    in_stock: number;
    seen_on: string;
    more: string;
  };
  /** What counts how often it was changed; written by triggers alone. */
  revisions: { of_table: string; piece: number; revision: number };
  packs: { id: string; position: number; body: string };
  part_merges: { serial?: number; body: string };
  /** `feed`: the source that brought it; null: stated by the user or a catalogue. */
  deals: { id: string; position: number; kind: string; body: string; feed: string | null };
  briefs: { id: string; position: number; is_archived: number; body: string };
  kept: { brief: string; kind: string; id: string; position: number; body: string };
  currency_rates: {
    from_currency: string;
    to_currency: string;
    rate: number;
    seen_on: string;
    position: number;
  };
  games: { id: string; position: number; body: string };
  rates: { kind: string; part: string; position: number; rate_ln: number; sd_ln: number };
  settings: { key: string; body: string };
  records: { id: string; position: number; body: string };
  bench_rigs: { id: string; position: number; body: string };
  bench_runs: { id: string; position: number; body: string };
  fits: { serial?: number; body: string };
  price_offers: { serial?: number; offer: string; part: string; shop: string; currency: string };
  price_sources: { serial?: number; key: string; name: string };
  price_runs: {
    offer: number;
    first: number;
    last: number;
    price: number | null;
    stock: number | null;
    source: number;
    gaps: Uint8Array;
  };
  price_corrections: {
    serial?: number;
    offer: string;
    at: number;
    before: string;
    after: string;
    made_at: string;
    is_undone: number;
  };
  feeds: { id: string; position: number; body: string; state: string };
  held: { serial?: number; feed: string; key: string; body: string };
  forecasts: { id: string; made_on: number; by_day: number; body: string; judged: string | null };
  alerts: {
    serial?: number;
    key: string;
    kind: string;
    at: string;
    day: string;
    title: string;
    body: string;
    is_read: number;
  };
  watch_points: { serial?: number; brief: string; body: string };
  candidates: {
    brief: string;
    id: string;
    position: number;
    name: string;
    picks: string;
    note: string;
    is_archived: number;
    orders_of: string | null;
    decisions: string;
    path: string;
  };
  set_aside: {
    serial?: number;
    of_table: string;
    name: string;
    reason: string;
    at: string;
    body: string;
  };
  steps: { brief: string; serial: number; label: string; at: string; back: string; forth: string };
}
