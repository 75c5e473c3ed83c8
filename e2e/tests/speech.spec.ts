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
});
