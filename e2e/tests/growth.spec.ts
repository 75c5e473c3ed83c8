import type { Page } from '@playwright/test';
import { demoFile, expect, expectAxeClean, reset, test } from '../fixtures.ts';

/* Growth: the next upgrade, planned and priced. */

const verdict = (page: Page) => page.getByRole('region', { name: 'The choice' });
const status = (page: Page) => page.locator('.page > .head .status');
const stages = (page: Page) => page.locator('article.stage');
async function planned(page: Page): Promise<void> {
  await page.goto('/growth');
  await expect(status(page)).toContainText('Proved over');
}
async function taken(page: Page): Promise<void> {
  await planned(page);
  await page.getByRole('button', { name: 'Take this path' }).click();
  await expect(page.getByRole('slider', { name: /^Step 1/ })).toBeVisible();
}
async function workspaceOf(page: Page) {
  const answer = await page.request.get('/api/workspace');
  return (
    (await answer.json()) as {
      workspace: {
        brief: { planned: object };
        candidates: { name: string; path: { on: string; changes: unknown[] }[] }[];
        targets: { part: string; from: string | null }[];
        events: { name: string; from: string }[];
      };
    }
  ).workspace;
}

test.beforeEach(async ({ request }) => reset(request));

test('says what to buy today and why, against the best of today, without a click', async ({
  clean: page,
}) => {
  await planned(page);
  await expect(verdict(page)).toContainText('Best over 36 months: buy');
  await expect(verdict(page)).toContainText(/fps less until 20 Jul 2027, [\d.]+ more from then on/);
  await expect(verdict(page)).toContainText(
    /Why: .+ cannot go into the best of today: the processor needs socket/,
  );
  const paths = page.getByRole('list', { name: 'Paths' }).first();
  await expect(paths.getByRole('button', { name: /Best path/ })).toHaveAttribute('aria-pressed', 'true');
  await expect(paths).toContainText('Best of today, grown');
  await expect(page.getByText('More runners-up')).toBeVisible();
  // Money out, on one scale, with what is sold and what a rule forces.
  await expect(stages(page).first()).toContainText('Today');
  await expect(stages(page).nth(1)).toContainText('of it from what is sold');
  await expect(page.locator('.forced').first()).toContainText('forced:');
  // The room that a path pays for ahead of time, or that it pays for none.
  await expect(page.getByText(/more today than|pays for no room ahead of time/).first()).toBeVisible();
  await expect(page.getByText(/If no later budget comes, not even €220/)).toBeVisible();
});

test('by mouse: take the path, drag a step to where it cannot be paid, and take that back', async ({
  clean: page,
}) => {
  await taken(page);
  await expect(page.getByRole('group', { name: 'Candidates' })).toContainText('Path:');
  const step = page.getByRole('slider', { name: /^Step 1/ });
  await expect(step).toHaveAttribute('aria-valuetext', '20 Jul 2027');
  await step.scrollIntoViewIfNeeded();
  const box = await step.locator('circle').boundingBox();
  if (!box) throw new Error('the step has no handle');
  const y = box.y + box.height / 2;
  await page.mouse.move(box.x + box.width / 2, y);
  await page.mouse.down();
  for (let n = 1; n <= 6; n++) await page.mouse.move(box.x + box.width / 2 - 12 * n, y);
  await expect(stages(page).nth(1)).toContainText('short of');
  await page.mouse.up();
  await expect(step).not.toHaveAttribute('aria-valuetext', '20 Jul 2027');
  await expect(stages(page).nth(1)).toContainText('could be paid from 20 Jul 2027');
  await page.keyboard.press('Control+z');
  await expect(step).toHaveAttribute('aria-valuetext', '20 Jul 2027');
  await expect(stages(page).nth(1)).not.toContainText('short of');
});

test('by keyboard alone: move a step by months, leave it out, bring it back, plan it anew', async ({
  clean: page,
}) => {
  await planned(page);
  await page.getByRole('button', { name: 'Take this path' }).focus();
  await page.keyboard.press('Enter');
  // The button is gone, and the next stop is among the steps all the same.
  await expect(page.getByRole('heading', { name: 'Money out, step by step' })).toBeFocused();
  await page.keyboard.press('Tab');
  await expect(page.getByRole('button', { name: 'Best path from this build' })).toBeFocused();
  const step = page.getByRole('slider', { name: /^Step 1/ });
  await step.focus();
  await page.keyboard.press('ArrowRight');
  await expect(step).toHaveAttribute('aria-valuetext', '20 Aug 2027');
  await page.keyboard.press('ArrowLeft');
  await expect(step).toHaveAttribute('aria-valuetext', '20 Jul 2027');
  const steps = await page.getByRole('slider', { name: /^Step/ }).count();
  await step.focus();
  await page.keyboard.press('Delete');
  await expect(page.getByRole('slider', { name: /^Step/ })).toHaveCount(steps - 1);
  await page.keyboard.press('Control+z');
  await expect(page.getByRole('slider', { name: /^Step/ })).toHaveCount(steps);
  await page.getByRole('button', { name: 'Leave out' }).first().focus();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('slider', { name: /^Step/ })).toHaveCount(steps - 1);
  await expect(page.getByRole('heading', { name: 'Money out, step by step' })).toBeFocused();
  await page.keyboard.press('Control+z');
  await expect(page.getByRole('slider', { name: /^Step/ })).toHaveCount(steps);
  // The palette knows what can be done with a path.
  await page.keyboard.press('Control+k');
  await page.keyboard.type('Watch the parts of this path');
  await page.keyboard.press('Enter');
  await expect(page.getByText(/targets are in Ripeness/)).toBeVisible();
});

test('a step is swapped for something else, with what does not go told and why', async ({ clean: page }) => {
  await taken(page);
  await page.getByRole('button', { name: 'Do something else' }).first().click();
  const dialog = page.getByRole('dialog', { name: /What else to do on 20 Jul 2027/ });
  await expect(dialog.getByRole('button', { name: /Nothing: leave this step out/ })).toBeVisible();
  await expect(dialog.getByText(/short, here or at a later step/).first()).toBeVisible();
  await page.waitForTimeout(100);
  await expectAxeClean(page);
  const steps = () => workspaceOf(page).then((saved) => JSON.stringify(saved.candidates.at(-1)?.path));
  const before = await steps();
  expect(before).toContain('2027-07-20');
  await dialog.getByRole('button').nth(2).click();
  await expect(dialog).toBeHidden();
  await expect.poll(steps).not.toBe(before);
  await page.reload();
  await expect(page.getByRole('slider', { name: /^Step 1/ })).toBeVisible();
});

test('a path becomes targets that count from their day on, and days in the calendar', async ({
  clean: page,
}) => {
  await planned(page);
  await page.getByRole('button', { name: 'Watch its parts' }).click();
  await page.getByRole('button', { name: 'Into the calendar' }).click();
  await expect.poll(async () => (await workspaceOf(page)).events.length).toBeGreaterThanOrEqual(2);
  const { targets, events } = await workspaceOf(page);
  expect(targets.filter((target) => target.from === '2027-07-20').length).toBeGreaterThanOrEqual(1);
  expect(events.map((event) => event.from)).toEqual(expect.arrayContaining(['2027-07-20', '2028-05-20']));
  await page.goto('/ripeness');
  await expect(page.getByText(/Step: /).first()).toBeVisible();
  const calendar = await (await page.request.get('/calendar.ics')).text();
  expect(calendar).toContain('20270720');
});

test('a later part that is prepared for holds today’s picks to having room for it', async ({
  clean: page,
}) => {
  await planned(page);
  const button = page.getByRole('button', { name: 'Prepare for it' }).first();
  await button.click();
  await expect(page.getByText(/Today’s picks must have room for/)).toBeVisible();
  await expect(status(page)).toContainText('Proved over');
  await page.goto('/picks');
  // The first idea's board is of another socket: it does not fit any more, and says why.
  await expect(
    page.getByText(/planned processor needs socket|planned graphics card needs/).first(),
  ).toBeVisible();
  await page.goto('/growth');
  await page.getByRole('button', { name: 'Stop preparing' }).click();
  await expect(page.getByText(/Today’s picks must have room for/)).toBeHidden();
});

test('chances over prices, and what would flip the choice, with progress and a stop', async ({
  clean: page,
}) => {
  await planned(page);
  await page.getByRole('button', { name: 'Chances over prices' }).click();
  await expect(page.getByText('ends best')).toBeVisible();
  await expect(page.getByText(/can be paid as planned in/)).toBeVisible();
  await page.getByRole('button', { name: 'Dates, budgets, prices, rates' }).click();
  await expect(page.getByText(/of the moves tried/)).toBeVisible();
  await page.getByRole('button', { name: 'Stop', exact: true }).click();
  await expect(page.getByText(/of the moves tried/)).toBeHidden();
});

test('with nothing to come it asks for it, and plans as soon as there is a sum', async ({
  clean: page,
  request,
}) => {
  await reset(request, (workspace) => {
    const brief = workspace.brief as unknown as { growth: object };
    brief.growth = {};
  });
  await page.goto('/growth');
  await expect(page.getByRole('heading', { name: 'What is to come?' })).toBeVisible();
  await page.getByRole('button', { name: 'A budget', exact: true }).click();
  await expect(verdict(page)).toContainText('Best over 36 months');
  await expect(page.getByLabel('Amount of later budget 1')).toBeVisible();
  await page.keyboard.press('Control+z');
  await expect(page.getByRole('heading', { name: 'What is to come?' })).toBeVisible();
});

test('lanes show room to grow as their height, the line-up each candidate’s best path', async ({
  clean: page,
}) => {
  await page.goto('/picks');
  const lane = page.getByRole('listbox', { name: /Motherboard lane/ });
  await expect(lane).toBeVisible();
  await page.keyboard.press('g');
  await expect(page.getByRole('button', { name: /Room to grow/ })).toHaveAttribute('aria-pressed', 'true');
  await expect(page.getByRole('listbox', { name: /Motherboard lane.*Height: room to grow/ })).toBeVisible();
  await page.getByRole('listbox', { name: /Graphics card lane/ }).focus();
  const strip = page.locator('.strip');
  // Along the lane to the first card that fits; its figure comes when the worker has it.
  await expect(async () => {
    await page.keyboard.press('ArrowRight');
    await expect(strip).toContainText('room to grow', { timeout: 500 });
  }).toPass();
  await expect(strip).toContainText(/room to grow [+−±]\d/);
  await taken(page);
  await page.goto('/line-up');
  const row = page.getByRole('row', { name: /Figure over 36 months/ });
  await expect(row).toContainText(/\d fps.*\d fps/);
  await expect(page.getByRole('row', { name: /Its best path/ })).toContainText('Jul 2027');
});

test('another currency, long names, parts that went: it stands, and says what is lost', async ({
  page,
  request,
}) => {
  const failures: string[] = [];
  page.on('pageerror', (error) => failures.push(error.message));
  const build = demoFile('build-first-idea.json');
  await reset(request, (workspace) => {
    workspace.candidates = [
      {
        id: 'first',
        name: 'Quarterdeck '.repeat(15).trim(),
        picks: build.picks,
        path: [
          { on: '2027-03-20', changes: [{ slot: 'gpu', part: 'gone-for-good' }] },
          {
            on: '2027-09-20',
            changes: [
              { slot: 'memory', part: 'given-drive' },
              { slot: 'cpu', part: null },
            ],
          },
          { on: '2050-01-01', changes: [{ slot: 'gpu', part: 'gone-for-good' }] },
        ],
      },
    ];
  });
  await page.goto('/growth');
  await expect(page.getByText('The catalogue no longer has gone-for-good')).toBeVisible();
  await expect(page.getByText('Not every rate is known for this build')).toBeVisible();
  await reset(request, (workspace) => {
    const brief = workspace.brief as unknown as { money: { currency: string } };
    brief.money.currency = 'JPY';
  });
  await page.goto('/growth');
  await expect(page.getByText(/nothing to grow from|Best over/).first()).toBeVisible();
  const sideways = await page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth);
  expect(sideways).toBeLessThanOrEqual(0);
  expect(failures).toEqual([]);
});
