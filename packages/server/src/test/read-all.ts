import {
  api,
  ALERTS_PATH,
  ASIDE_PATH,
  CALENDAR_PATH,
  PRICES_PATH,
  problemsOf,
  type Api,
} from '@ripe-pick/contract';
import type { Hono } from 'hono';

const HOST = { host: '127.0.0.1:4640' };
const FILES = [CALENDAR_PATH, ALERTS_PATH, PRICES_PATH, ASIDE_PATH];
/** Says where a market runs, and asks it: there is none in tests. */
const LEFT_OUT: readonly string[] = ['market'];

/**
 * Asks everything that can be read, as a page would: every answer is 200, and one that the contract takes.
 *
 * @returns what is wrong, by call; nothing when all is well
 */
export async function cannotBeRead(app: Pick<Hono, 'request'>): Promise<string[]> {
  const faults: string[] = [];
  for (const [name, { method, path, response }] of Object.entries(api)) {
    if (method !== 'GET' || LEFT_OUT.includes(name)) continue;
    const answer = await app.request(path, { headers: HOST });
    const text = await answer.text();
    if (answer.status !== 200) faults.push(`${name}: ${answer.status} ${text.slice(0, 300)}`);
    else {
      const value: unknown = JSON.parse(text);
      const read = response.safeParse(value);
      if (!read.success) {
        const [first] = problemsOf(read.error, value);
        faults.push(`${name}: ${first.path} ${first.message}`);
      }
    }
  }
  for (const path of FILES) {
    const answer = await app.request(path, { headers: HOST });
    const text = await answer.text();
    if (answer.status !== 200) faults.push(`${path}: ${answer.status} ${text.slice(0, 300)}`);
  }
  return faults;
}

/** A call of the API with a body, as a page sends it. */
export const sent = (app: Pick<Hono, 'request'>, name: keyof Api, body: unknown) =>
  sentText(app, name, JSON.stringify(body));

/** The same with a body of any text. */
export const sentText = (app: Pick<Hono, 'request'>, name: keyof Api, body: string) => {
  const { method, path } = api[name];
  return app.request(path, { method, headers: { ...HOST, 'content-type': 'application/json' }, body });
};
