import type { CDPSession, Page } from '@playwright/test';
import { expect, reset, test } from '../fixtures.ts';

interface AxNode {
  readonly nodeId: string;
  readonly backendDOMNodeId?: number;
  readonly role?: { readonly value: string };
  readonly name?: { readonly value: string };
  readonly properties?: readonly {
    readonly name: string;
    readonly value: {
      readonly value?: unknown;
      readonly relatedNodes?: readonly { readonly backendDOMNodeId: number }[];
    };
  }[];
}

/** What the browser tells a screen reader of the focus: the element, and of a list box the option in it. */
async function heard(session: CDPSession): Promise<{ readonly role: string; readonly name: string }> {
  const { nodes } = (await session.send('Accessibility.getFullAXTree')) as unknown as {
    readonly nodes: readonly AxNode[];
  };
  const has = (name: string) => (node: AxNode) =>
    node.properties?.some((each) => each.name === name && each.value.value === true) === true;
  const focused = nodes.filter(has('focused')).find(({ role }) => role?.value !== 'RootWebArea');
  const active = focused?.properties?.find(({ name }) => name === 'activedescendant');
  const id = active?.value.relatedNodes?.[0]?.backendDOMNodeId;
  const option = id === undefined ? undefined : nodes.find(({ backendDOMNodeId }) => backendDOMNodeId === id);
  const node = option ?? focused;
  return { role: node?.role?.value ?? '', name: node?.name?.value ?? '' };
}

/** What is read out by itself, without the focus. */
const told = (page: Page) => page.locator('.shell > [aria-live=polite]');

test('lanes are five Tabs away, their parts are options that are read out, and what a swap did is told', async ({
  clean: page,
}) => {
  await reset(page.request);
  await page.goto('/picks');
  await expect(page.getByRole('listbox', { name: /Processor lane/ })).toBeVisible();
  const session = await page.context().newCDPSession(page);
  await expect.poll(() => heard(session)).toEqual({ role: 'heading', name: 'Picks' });
  const isInLane = () => page.evaluate(() => document.activeElement?.getAttribute('role') === 'listbox');
  let tabs = 0;
  while (!(await isInLane()) && tabs < 20) {
    await page.keyboard.press('Tab');
    tabs++;
  }
  expect(tabs).toBeLessThanOrEqual(5);

  await expect.poll(() => heard(session)).toMatchObject({ role: 'option', name: /the current pick$/ });
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('ArrowRight');
  await expect
    .poll(() => heard(session))
    .toMatchObject({ role: 'option', name: /^\S+ .*€[\d.]+, [+−±][\d.]+ fps, (new|used|refurbished)/ });
  const options = page
    .getByRole('listbox', { name: /Memory lane/ })
    .getByRole('option', { includeHidden: true });
  const sizes = await options.evaluateAll((all) => all.map((each) => each.getAttribute('aria-setsize')));
  expect(new Set(sizes).size).toBe(1);
  expect(Number(sizes[0])).toBeGreaterThan(5);

  // With Shift the next part that fits is taken as one goes.
  await page.keyboard.press('Shift+ArrowRight');
  await expect(told(page)).toHaveText(/^Memory to .+\. €[\d,.]+ counted, €[\d,.]+ left.*, [\d.]+ fps$/);
  await page.keyboard.press('Control+z');
  await expect(told(page)).toHaveText(/^Undone: Memory to .+\. €[\d,.]+ counted/);
});

test('on the ruler arrow keys go from pick to pick, the tools of the lanes are one stop, and another screen is told by its heading', async ({
  clean: page,
}) => {
  await reset(page.request);
  await page.goto('/picks');
  await expect(page.getByRole('listbox', { name: /Processor lane/ })).toBeVisible();
  const session = await page.context().newCDPSession(page);
  const picks = page.locator('.ruler [data-stop]');
  await picks.first().focus();
  await expect.poll(() => heard(session)).toMatchObject({ name: /^Processor: €/ });
  await page.keyboard.press('ArrowRight');
  await expect.poll(() => heard(session)).toMatchObject({ name: /^(Motherboard|Board): €/ });
  await page.keyboard.press('End');
  await expect(picks.last()).toBeFocused();
  await page.keyboard.press('Tab');
  await expect(page.getByTitle('What the figure is made of')).toBeFocused();
  await page.keyboard.press('Shift+Tab');
  await expect(picks.last()).toBeFocused();

  await page.getByRole('button', { name: /^Find the best/ }).focus();
  await page.keyboard.press('ArrowRight');
  await expect.poll(() => heard(session)).toMatchObject({ role: 'button', name: /^Used shown/ });
  await page.keyboard.press('Tab');
  await expect(page.getByRole('button', { name: 'Processor: as a list' })).toBeFocused();

  await page.keyboard.press('Control+k');
  await page.keyboard.type('Ripeness');
  await page.keyboard.press('Enter');
  await expect.poll(() => heard(session)).toEqual({ role: 'heading', name: 'Ripeness' });

  // Opened again while it is still on its way out: what is typed goes into it.
  await page.keyboard.press('Control+k');
  await page.keyboard.press('Escape');
  await page.keyboard.press('Control+k');
  await page.keyboard.type('Stretch');
  await page.keyboard.press('Enter');
  await expect.poll(() => heard(session)).toEqual({ role: 'heading', name: 'Stretch' });
});

test('the lists of parts and benchmarks are one stop each, and tell where in them one is', async ({
  clean: page,
}) => {
  await page.goto('/parts');
  const rows = page.getByRole('list', { name: /parts/i }).getByRole('listitem');
  await expect(rows.first()).toHaveAttribute('aria-setsize', '340');
  await page.locator('#shelf-0').focus();
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('ArrowDown');
  const session = await page.context().newCDPSession(page);
  const name = (await page.locator('#shelf-2 b').textContent())!;
  await expect
    .poll(() => heard(session))
    .toMatchObject({ role: 'button', name: expect.stringContaining(name) });
  await expect(rows.filter({ has: page.locator('#shelf-2') })).toHaveAttribute('aria-posinset', '3');
  // Behind the row's own two buttons the list is left.
  for (let n = 0; n < 3; n++) await page.keyboard.press('Tab');
  await expect(rows.locator(':focus')).toHaveCount(0);
  await page.keyboard.press('Shift+Tab');
  await expect(rows.locator(':focus')).toHaveText(new RegExp(`Delete\\s*${name}`));
  await page.locator('#shelf-2').press('End');
  await expect(page.locator('#shelf-339')).toBeFocused();

  await page.goto('/records');
  const table = page
    .getByRole('table')
    .filter({ has: page.getByRole('columnheader', { name: 'Game and setting' }) });
  await expect(table.getByRole('button').first()).toBeVisible();
  expect(Number(await table.getAttribute('aria-rowcount'))).toBeGreaterThan(500);
  await table.getByRole('button').first().focus();
  await page.keyboard.press('ArrowDown');
  await expect(table.getByRole('button').nth(1)).toBeFocused();
  await page.keyboard.press('Tab');
  await expect(table.locator(':focus')).toHaveCount(0);
});

test('charts state what is seen, and are read off by key, point by point', async ({ clean: page }) => {
  await page.goto('/slips');
  const chart = page.getByRole('group', {
    name: /^€[\d.]+ is out by today; by .* €[\d.]+ is expected back$/,
  });
  await chart.focus();
  await page.keyboard.press('Home');
  const told = page.locator('.read-off');
  await expect(told).toHaveText(/^\d+ \w+: −€[\d.,]+ in all$/);
  await page.keyboard.press('End');
  await expect(told).toHaveText(/: −€[\d.,]+ in all, expected$/);
  await expect(told).toHaveAttribute('aria-live', 'polite');
  await page.keyboard.press('Escape');
  await expect(told).toHaveText('Point at it, or use the arrow keys, to read it off.');
});
