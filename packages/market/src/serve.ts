import { createHash } from 'node:crypto';
import { createServer, type IncomingMessage, type Server, type ServerResponse } from 'node:http';
import { calendar, jsonFeed, priceList, productPage, shopFront } from './pages.ts';
import { dateOn, type MarketFile } from './file.ts';
import { marketOf, type MarketDays } from './simulate.ts';

/** Ways in which the market can fail, to see that nothing is lost or invented by it. */
export const FAULTS = ['none', 'slow', 'error', 'truncated', 'wrong-price', 'markup'] as const;
export type Fault = (typeof FAULTS)[number];

export interface Served {
  readonly server: Server;
  setDay(day: string): void;
  setFault(fault: Fault): void;
  readonly day: () => string;
  readonly fault: () => Fault;
  /** Requests so far, by path: what was fetched, and nothing else. */
  readonly asked: string[];
}

const DAY_MS = 86_400_000;
/** How long a slow shop takes: longer than a patient reader waits. */
const SLOW_MS = 60_000;

interface Page {
  readonly type: string;
  readonly body: string;
}
const html = (body: string): Page => ({ type: 'text/html; charset=utf-8', body });

/** A slip of the shop: a comma too far to the left, on every third article. */
const slipped = (listed: ReturnType<MarketDays['listing']>) =>
  listed.map((each, n) =>
    n % 3 === 0 && each.ask.price !== null
      ? { ...each, ask: { ...each.ask, price: Math.max(1, Math.round(each.ask.price / 10)) } }
      : each,
  );

/** What stands at a path on a day; null for nothing. */
function pageAt(path: string, file: MarketFile, market: MarketDays, day: number, fault: Fault): Page | null {
  if (path === '/calendar.ics') return { type: 'text/calendar; charset=utf-8', body: calendar(file) };
  const match = /^\/shops\/([a-z]+)\/(.*)$/.exec(path);
  const shop = file.shops.find((each) => each.id === match?.[1]);
  if (!match || !shop) return null;
  const rest = match[2];
  const today = dateOn(file, day);
  const isChanged = fault === 'markup';
  const there = market.listing(shop.id, day);
  const listed = fault === 'wrong-price' ? slipped(there) : there;
  if (rest === '') return html(shopFront(shop, listed));
  if (rest === 'prices.csv')
    return { type: 'text/csv; charset=utf-8', body: priceList(shop, listed, today, isChanged) };
  if (rest === 'feed.json') {
    const deals = market.deals(shop.id, day);
    return { type: 'application/json', body: jsonFeed(shop, listed, deals, today, isChanged) };
  }
  const id = /^items\/(.+)\.html$/.exec(rest)?.[1];
  const found = listed.find((each) => each.item.id === id);
  return found ? html(productPage(shop, found.item, found.ask, isChanged)) : null;
}

/** Sends a page, or the half of it when the line is to break. */
function send(request: IncomingMessage, response: ServerResponse, page: Page, isCut: boolean): void {
  const etag = `"${createHash('sha256').update(page.body).digest('hex').slice(0, 16)}"`;
  if (request.headers['if-none-match'] === etag) {
    response.writeHead(304, { etag });
    response.end();
    return;
  }
  const bytes = Buffer.from(page.body);
  if (!isCut) {
    response.writeHead(200, { 'content-type': page.type, etag });
    response.end(bytes);
    return;
  }
  // Half of what was promised, and then the line is dead.
  response.writeHead(200, { 'content-type': page.type, 'content-length': String(bytes.length) });
  response.write(bytes.subarray(0, Math.floor(bytes.length / 2)), () => response.destroy());
}

function refuse(response: ServerResponse, status: number, words: string): void {
  response.writeHead(status, { 'content-type': 'text/plain' });
  response.end(words);
}

/**
 * The market over HTTP: /shops/<shop>/ with a front, pages, prices.csv and feed.json; /calendar.ics; and its clock and faults under /_market,
 * which only programs on this machine can reach.
 */
export function serveMarket(file: MarketFile, startDay: string, startFault: Fault = 'none'): Served {
  const market = marketOf(file);
  const dayOf = (date: string) =>
    Math.max(0, Math.round((Date.parse(`${date}T00:00:00Z`) - Date.parse(`${file.day}T00:00:00Z`)) / DAY_MS));
  let day = dayOf(startDay);
  let fault: Fault = startFault;
  const asked: string[] = [];

  function control(request: IncomingMessage, response: ServerResponse, wish: URLSearchParams): void {
    if (request.method === 'POST') {
      const to = wish.get('day');
      if (to && /^\d{4}-\d{2}-\d{2}$/.test(to)) day = dayOf(to);
      fault = FAULTS.find((each) => each === wish.get('fault')) ?? fault;
    }
    response.writeHead(200, { 'content-type': 'application/json' });
    response.end(JSON.stringify({ day: dateOn(file, day), fault }));
  }
  const server = createServer((request, response) => {
    const { pathname, searchParams } = new URL(request.url ?? '/', 'http://market.invalid');
    if (pathname === '/_market') return control(request, response, searchParams);
    asked.push(pathname);
    if (fault === 'error') return refuse(response, 500, 'Something went wrong in the shop.');
    if (fault === 'slow') {
      const timer = setTimeout(() => response.end(), SLOW_MS);
      response.on('close', () => clearTimeout(timer));
      return;
    }
    const page = pageAt(pathname, file, market, day, fault);
    if (page) send(request, response, page, fault === 'truncated');
    else refuse(response, 404, 'There is no such page.');
  });
  return {
    server,
    asked,
    setDay: (date) => (day = dayOf(date)),
    setFault: (how) => (fault = how),
    day: () => dateOn(file, day),
    fault: () => fault,
  };
}
