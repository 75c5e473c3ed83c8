import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import AxeBuilder from '@axe-core/playwright';
import {
  expect,
  test as base,
  type APIRequestContext,
  type BrowserContext,
  type ConsoleMessage,
  type Page,
  type Response,
} from '@playwright/test';
import { addressAt, DemoServers, demoPort, emptyPort, startEmpty, type Server } from './servers.ts';

const files = join(import.meta.dirname, '..', 'packages', 'demo', 'files');
export const demoFile = (name: string) =>
  JSON.parse(readFileSync(join(files, name), 'utf8')) as Record<string, unknown>;

/** Puts the demo's brief, first idea and what was bought before back, over HTTP. */
export async function reset(
  request: APIRequestContext,
  change: (
    workspace: Record<string, unknown> & { brief: Record<string, never>; candidates: unknown[] },
  ) => void = () => {},
): Promise<void> {
  const { format: _f, version: _v, ...brief } = demoFile('brief-league-seat.json');
  const build = demoFile('build-first-idea.json');
  const workspace = {
    brief: brief as Record<string, never>,
    candidates: [{ id: 'first', name: 'First idea', picks: build.picks }] as unknown[],
    active: 'first',
    ...demoFile('buying.json'),
  };
  change(workspace);
  const { revision } = (await (await request.get('/api/workspace')).json()) as { revision: number };
  const answer = await request.put('/api/workspace', { data: { revision, workspace } });
  expect(answer.ok()).toBe(true);
}

/** The server that the tests of one file share. */
class FileServer {
  private file: string | null = null;
  private server: Server | null = null;
  private readonly demos: DemoServers;
  readonly address: string;

  constructor(worker: number) {
    this.demos = new DemoServers(worker);
    this.address = addressAt(demoPort(worker));
  }

  async addressFor(file: string): Promise<string> {
    if (this.server && this.file === file) return this.address;
    await this.server?.stop();
    this.file = file;
    this.server = await this.demos.start();
    return this.address;
  }

  async stop(): Promise<void> {
    await this.server?.stop();
    this.demos.remove();
  }
}

/** An app without data. It runs on until the next one is asked for: a page that is being closed may still speak to it. */
class EmptyServer {
  readonly address: string;
  private server: Server | null = null;

  constructor(private readonly worker: number) {
    this.address = addressAt(emptyPort(worker));
  }

  async fresh(): Promise<string> {
    await this.stop();
    this.server = await startEmpty(this.worker);
    return this.address;
  }

  async stop(): Promise<void> {
    await this.server?.stop();
    this.server = null;
  }
}

interface WorkerFixtures {
  readonly fileServer: FileServer;
  readonly emptyServer: EmptyServer;
  /** The one page of a worker. A browser that keeps what it has loaded opens the next one in half the time. */
  readonly tab: Page;
}

/** What the browser's driver says of it in the page: see `serviceWorkers` in the configuration. */
const BLOCKED = 'Service Worker registration blocked by Playwright';

const VIEWPORT = { width: 1280, height: 800 };

/** Leaves the page as a new one: away from the app, with nothing stored, and the window as it was. */
async function clear(page: Page, address: string): Promise<void> {
  if (page.url().startsWith(address)) {
    // What a page wrote while it was left can come after the clearing from outside; it cannot come after one from its own place.
    await page.goto(`${address}/api/status`);
    await page.evaluate(() => [localStorage, sessionStorage].forEach((each) => each.clear()));
  }
  await page.goto('about:blank');
  const session = await page.context().newCDPSession(page);
  const storageTypes = 'cookies,local_storage,indexeddb,cache_storage';
  await session.send('Storage.clearDataForOrigin', { origin: address, storageTypes });
  await session.detach();
  await page.setViewportSize(VIEWPORT);
  await page.emulateMedia({ colorScheme: null });
}

interface Fixtures {
  /** A page whose console stays clean: any error or warning in it fails the test. */
  readonly clean: Page;
  /** Address of an app without data, of this test alone. */
  readonly emptyAddress: string;
}

/** Tests against the demo; each file begins with a database of its own. */
export const test = base.extend<Fixtures, WorkerFixtures>({
  fileServer: [
    async ({}, use, { parallelIndex }) => {
      const server = new FileServer(parallelIndex);
      await use(server);
      await server.stop();
    },
    { scope: 'worker', timeout: 0 },
  ],
  baseURL: async ({ fileServer }, use, { file }) => use(await fileServer.addressFor(file)),
  emptyServer: [
    async ({}, use, { parallelIndex }) => {
      const server = new EmptyServer(parallelIndex);
      await use(server);
      await server.stop();
    },
    { scope: 'worker', timeout: 0 },
  ],
  emptyAddress: async ({ emptyServer }, use) => use(await emptyServer.fresh()),
  tab: [
    async ({ browser, fileServer }, use) => {
      // Nothing has to be waited for that only fades.
      // Days are written day first.
      const options = { baseURL: fileServer.address, viewport: VIEWPORT, locale: 'en-GB' };
      const context = await browser.newContext({ ...options, reducedMotion: 'reduce' });
      await withoutTours(context);
      await withOpenGroups(context);
      await use(await context.newPage());
      await context.close();
    },
    { scope: 'worker' },
  ],
  page: async ({ tab, baseURL, emptyServer }, use) => {
    if (baseURL === undefined) throw new Error('the tests of a file have a server');
    await use(tab);
    for (const address of [baseURL, emptyServer.address]) await clear(tab, address);
  },
  clean: async ({ page }, use) => {
    const said: string[] = [];
    const hear = (message: ConsoleMessage) => {
      // What a page had not saved when it was left comes in beside the next one, which is told so and joins both.
      const isJoined = message.text().includes('409') && message.location().url.endsWith('/api/workspace');
      const isOwn = message.text() !== BLOCKED && !isJoined;
      if (isOwn && ['error', 'warning'].includes(message.type())) said.push(message.text());
    };
    const fail = (error: Error) => said.push(error.message);
    page.on('console', hear);
    page.on('pageerror', fail);
    await use(page);
    page.off('console', hear);
    page.off('pageerror', fail);
    expect(said).toEqual([]);
  },
});

/** What was done last as a screen reader is told it: it stays, where the message goes after two seconds. */
export const heard = (page: Page) => page.locator('.visually-hidden[aria-live]');

/** Screens are opened as for someone who has seen their tours; a test of the tours says so in the session. */
export const withoutTours = (context: BrowserContext): Promise<unknown> =>
  context.addInitScript(() => {
    // A blank page has no storage.
    if (location.protocol !== 'about:' && sessionStorage.getItem('with-tours') === null)
      localStorage.setItem('ripe-pick-tours-seen', '["picks","stretch","ripeness","growth"]');
  });

/** The brief's groups are open on every page, unless a test says otherwise by `with-folded-groups` in the session's storage. */
export const withOpenGroups = (context: BrowserContext): Promise<unknown> =>
  context.addInitScript(() => {
    if (location.protocol === 'about:' || sessionStorage.getItem('with-folded-groups') !== null) return;
    const groups = '["spending","owned","frames","jobs","box","ahead","risk","wishes"]';
    for (const key of ['ripe-pick-brief-open', 'ripe-pick-brief-open@demo'])
      localStorage.setItem(key, groups);
  });

/** Does something that is saved, and waits until the server has it: a page that is left at once would be joined with it. */
export async function saving(page: Page, act: () => Promise<void>): Promise<void> {
  const isSave = (answer: Response) =>
    answer.request().method() === 'PUT' && new URL(answer.url()).pathname === '/api/workspace';
  await Promise.all([page.waitForResponse(isSave), act()]);
}

/** No violation of WCAG 2.2 A and AA that axe can find, by all its rules or by those named. */
const TARGETS =
  'button, a[href], input:not([type=hidden]), select, textarea, summary, [role=combobox], [role=tab], [role=switch], [role=slider]';
/** What of a target is touched: controls are larger than the element that takes the focus. */
const AROUND = 'label, .n-input, .n-base-selection, .n-radio, .n-checkbox, .n-slider';

/** What is to be touched and is under 44 px one way or the other (WCAG 2.2, 2.5.5, which lets links in text be). */
export const smallTargets = (page: Page): Promise<string[]> =>
  page.evaluate(
    ([targets, around]) =>
      [...document.querySelectorAll<HTMLElement>(targets)].flatMap((each) => {
        const isHidden =
          !each.checkVisibility() || each.closest('.visually-hidden, .skip, [aria-hidden=true]') !== null;
        const isInText = each.matches('a') && getComputedStyle(each).display === 'inline';
        const { width, height } = (each.closest(around) ?? each).getBoundingClientRect();
        return isHidden || isInText || width < 2 || (width >= 43.5 && height >= 43.5)
          ? []
          : [`${each.outerHTML.slice(0, 120)} is ${Math.round(width)} x ${Math.round(height)}`];
      }),
    [TARGETS, AROUND],
  );

export async function expectAxeClean(page: Page, rules?: string[]): Promise<void> {
  // The pages have no frames: nothing is gathered on a page of its own, which would be opened each time.
  const builder = new AxeBuilder({ page }).setLegacyMode(true).options({ resultTypes: ['violations'] });
  const { violations } = await (
    rules
      ? builder.withRules(rules)
      : builder.withTags(['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa'])
  ).analyze();
  expect(
    violations.map(
      (each) =>
        `${each.id}: ${each.nodes
          .map((node) => node.target.join(' '))
          .slice(0, 3)
          .join(' | ')}`,
    ),
  ).toEqual([]);
}

export { expect };
