import { createHash } from 'node:crypto';
import { createServer, type Server, type ServerResponse } from 'node:http';
import { calendar, jsonFeed, priceList, productPage, shopFront } from './pages.ts';
import { dateOn, marketOf, type MarketFile } from './simulate.ts';

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

/**
 * The market over HTTP: /shops/<shop>/ with a front, pages, prices.csv and feed.json; /calendar.ics; and its clock and faults under /_market,
 * which only programs on this machine can reach.
 */
export function serveMarket(file: MarketFile, startDay: string, startFault: Fault = 'none'): Served {
  const market = marketOf(file);
  const dayOf = (date: string) =>
    Math.round((Date.parse(`${date}T00:00:00Z`) - Date.parse(`${file.day}T00:00:00Z`)) / DAY_MS);
  let day = Math.max(0, dayOf(startDay));
  let fault: Fault = startFault;
  const asked: string[] = [];

  function answer(path: string): { readonly type: string; readonly body: string } | null {
    if (path === '/calendar.ics') return { type: 'text/calendar; charset=utf-8', body: calendar(file) };
    const match = /^\/shops\/([a-z]+)\/(.*)$/.exec(path);
    const shop = file.shops.find((each) => each.id === match?.[1]);
    if (!match || !shop) return null;
    const rest = match[2];
    const today = dateOn(file, day);
    const isChanged = fault === 'markup';
    // A slip of the shop: a comma too far to the left, on every third article.
    const listed = market
      .listing(shop.id, day)
      .map((each, n) =>
        fault === 'wrong-price' && n % 3 === 0 && each.ask.price !== null
          ? { ...each, ask: { ...each.ask, price: Math.max(1, Math.round(each.ask.price / 10)) } }
          : each,
      );
    if (rest === '') return { type: 'text/html; charset=utf-8', body: shopFront(shop, listed) };
    if (rest === 'prices.csv')
      return { type: 'text/csv; charset=utf-8', body: priceList(shop, listed, today, isChanged) };
    if (rest === 'feed.json')
      return {
        type: 'application/json',
        body: jsonFeed(shop, listed, market.deals(shop.id, day), today, isChanged),
      };
    const item = /^items\/(.+)\.html$/.exec(rest);
    const found = item ? listed.find((each) => each.item.id === item[1]) : undefined;
    return found
      ? { type: 'text/html; charset=utf-8', body: productPage(shop, found.item, found.ask, isChanged) }
      : null;
  }

  function send(
    response: ServerResponse,
    status: number,
    type: string,
    body: string,
    headers: Record<string, string> = {},
  ) {
    response.writeHead(status, { 'content-type': type, ...headers });
    response.end(body);
  }

  const server = createServer((request, response) => {
    const { pathname, searchParams } = new URL(request.url ?? '/', 'http://market.invalid');
    if (pathname === '/_market') {
      if (request.method === 'POST') {
        const to = searchParams.get('day');
        if (to && /^\d{4}-\d{2}-\d{2}$/.test(to)) day = Math.max(0, dayOf(to));
        const how = FAULTS.find((each) => each === searchParams.get('fault'));
        if (how) fault = how;
      }
      send(response, 200, 'application/json', JSON.stringify({ day: dateOn(file, day), fault }));
      return;
    }
    asked.push(pathname);
    if (fault === 'error') return send(response, 500, 'text/plain', 'Something went wrong in the shop.');
    if (fault === 'slow') {
      const timer = setTimeout(() => response.end(), SLOW_MS);
      response.on('close', () => clearTimeout(timer));
      return;
    }
    const found = answer(pathname);
    if (!found) return send(response, 404, 'text/plain', 'There is no such page.');
    const etag = `"${createHash('sha256').update(found.body).digest('hex').slice(0, 16)}"`;
    if (request.headers['if-none-match'] === etag) {
      response.writeHead(304, { etag });
      response.end();
      return;
    }
    const bytes = Buffer.from(found.body);
    if (fault === 'truncated') {
      // Half of what was promised, and then the line is dead.
      response.writeHead(200, { 'content-type': found.type, 'content-length': String(bytes.length) });
      response.write(bytes.subarray(0, Math.floor(bytes.length / 2)), () => response.destroy());
      return;
    }
    send(response, 200, found.type, found.body, { etag });
  });
  return {
    server,
    asked,
    setDay: (date) => (day = Math.max(0, dayOf(date))),
    setFault: (how) => (fault = how),
    day: () => dateOn(file, day),
    fault: () => fault,
  };
}
