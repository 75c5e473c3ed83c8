import type { Page } from '@playwright/test';
import { expect } from './fixtures.ts';

/** Screens that count money: the ruler stands above them. */
export const MONEY_SCREENS = [
  'brief',
  'picks',
  'stretch',
  'forks',
  'line-up',
  'growth',
  'ripeness',
  'backtest',
  'alerts',
  'second-hand',
  'slips',
  'shopping-day',
  'audit',
];

/** The other screens, and ways to open them. */
export const OTHERS = [
  'build-day',
  'tuning',
  'bench',
  'records',
  'records?add=chart',
  'records?add=table',
  'model',
  'parts',
  'parts?of=shops',
  'parts?of=games',
  'parts?of=exchange',
  'parts?add=several',
  'prices-in',
  'data',
];
/** Long work is over, so that what axe sees is the whole screen. */
export async function settled(page: Page, screen: string): Promise<void> {
  await expect(page.getByRole('heading', { level: 1 })).toBeAttached();
  if (screen === 'stretch') await expect(page.getByText('all proved')).toBeVisible();
  if (screen === 'forks') await expect(page.getByText('of the ways proved')).toBeHidden();
  if (screen === 'shopping-day') await expect(page.getByText('Second-best split')).toBeVisible();
  if (screen === 'ripeness') await expect(page.getByText('working it out…')).toBeHidden();
  if (screen === 'growth') await expect(page.getByText('What the room costs')).toBeVisible();
  if (screen === 'model') await expect(page.getByText('Not used in the fit yet')).toBeVisible();
  await page.waitForTimeout(200);
}

/** Goes to another screen as a link does, without loading the page anew: loading is what takes the time. */
export const goTo = (page: Page, screen: string) =>
  page.evaluate((to) => {
    history.pushState(history.state, '', to);
    dispatchEvent(new PopStateEvent('popstate', { state: history.state }));
  }, `/${screen}`);
