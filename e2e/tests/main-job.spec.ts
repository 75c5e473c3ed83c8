import { expect, reset, test } from '../fixtures.ts';

test.beforeEach(async ({ request }) => reset(request));

test('with the mouse: from the brief to the proved best set, kept over a reload', async ({ clean: page }) => {
  await page.goto('/brief');
  await expect(page.getByRole('heading', { name: 'What this brief can expect' })).toBeVisible();
  await expect(
    page.getByText('Proved: no set of these parts gives more for this budget by these figures.'),
  ).toBeVisible();
  await page.getByRole('link', { name: 'Picks' }).click();
  await page.getByRole('button', { name: /Find the best/ }).click();
  const dialog = page.getByRole('dialog');
  await expect(dialog.getByText('Proved best')).toBeVisible();
  const price = (await dialog.locator('b.num').nth(1).textContent()) ?? '';
  await expect(dialog.getByRole('heading', { name: 'Runners-up' })).toBeVisible();
  await expect(dialog.getByRole('button', { name: 'Take runner-up 10' })).toBeVisible();
  await expect(dialog.getByText(/^Expect \d+\.\d fps \(4 in 5: \d+\.\d to \d+\.\d\)/)).toBeVisible();
  await expect(dialog.getByRole('region', { name: 'How sure that is' })).toContainText(
    /truly the best with a chance of \d+ %/,
  );
  await dialog.getByRole('button', { name: 'Take all' }).click();
  await expect(page.locator('.ruler .head strong')).toHaveText(price);
  await expect(page.getByText('Still open:')).toHaveCount(0);
  await expect(page.getByRole('status').filter({ hasText: 'Saved' })).toBeAttached();
  await page.reload();
  await expect(page.locator('.ruler .head strong')).toHaveText(price);
  await page.getByRole('button', { name: /Find the best/ }).click();
  await expect(page.getByText('Your picks are the best set already.')).toBeVisible();
});

test('with the keyboard alone: the same job, a walk along a lane, undo and redo', async ({ clean: page }) => {
  await page.goto('/picks');
  await expect(page.getByRole('listbox', { name: /Processor lane/ })).toBeVisible();
  const total = page.locator('.ruler .head strong');
  const before = (await total.textContent()) ?? '';
  await page.keyboard.press('f');
  const dialog = page.getByRole('dialog');
  await expect(dialog.getByText('Proved best')).toBeVisible();
  const price = (await dialog.locator('b.num').nth(1).textContent()) ?? '';
  const takeAll = dialog.getByRole('button', { name: 'Take all' });
  await expect(takeAll).toBeFocused();
  await page.keyboard.press('Enter');
  await expect(total).toHaveText(price);
  await page.keyboard.press('Control+z');
  await expect(total).toHaveText(before);
  await page.keyboard.press('Control+Shift+z');
  await expect(total).toHaveText(price);

  // Into the lanes by Tab, down to the card, one step to the left, swap.
  const lane = page.locator('[role=listbox]:focus');
  for (let n = 0; n < 60 && (await lane.count()) === 0; n++) await page.keyboard.press('Tab');
  await expect(lane).toHaveAttribute('data-slot', 'cpu');
  for (let n = 0; n < 3; n++) await page.keyboard.press('ArrowDown');
  await expect(lane).toHaveAttribute('data-slot', 'gpu');
  await page.keyboard.press('Home');
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('Enter');
  await expect(total).not.toHaveText(price);
  // Lock it, and the search keeps it.
  const kept = (await page.locator('[data-slot=gpu]').getAttribute('aria-label')) ?? '';
  await page.keyboard.press('l');
  await expect(page.getByRole('button', { name: 'Unlock Graphics card' })).toHaveAttribute(
    'aria-pressed',
    'true',
  );
  await page.keyboard.press('f');
  await expect(dialog.getByText(/Proved best|Nothing fits/)).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(dialog).toBeHidden();
  expect(await page.locator('[data-slot=gpu]').getAttribute('aria-label')).toBe(kept);
});

test('walking along a lane swaps as it goes, and every step can be undone', async ({ clean: page }) => {
  await page.goto('/picks');
  const lane = page.getByRole('listbox', { name: /Memory lane/ });
  await lane.focus();
  const total = page.locator('.ruler .head strong');
  const before = (await total.textContent()) ?? '';
  for (let n = 0; n < 3; n++) await page.keyboard.press('Shift+ArrowRight');
  await expect(total).not.toHaveText(before);
  for (let n = 0; n < 3; n++) await page.keyboard.press('Control+z');
  await expect(total).toHaveText(before);
});

test('ruling a part out takes it from the lane until it is let back in', async ({ clean: page }) => {
  await page.goto('/picks');
  await page.getByRole('listbox', { name: /Power supply lane/ }).focus();
  await page.keyboard.press('End');
  const name = (await page.locator('.strip b').textContent()) ?? '';
  await page.keyboard.press('x');
  await page.getByRole('button', { name: '1 ruled out' }).click();
  await expect(page.locator('.out')).toContainText(name);
  await page.getByRole('button', { name: 'Let back in' }).click();
  await expect(page.getByRole('button', { name: /ruled out/ })).toHaveCount(0);
});

test('part of the proposal can be taken', async ({ clean: page }) => {
  await page.goto('/picks');
  await expect(page.getByRole('listbox', { name: /Processor lane/ })).toBeVisible();
  await page.keyboard.press('f');
  const dialog = page.getByRole('dialog');
  await dialog.getByRole('checkbox', { name: 'Processor', exact: true }).click();
  await dialog.getByRole('button', { name: /^Take \d+ of \d+$/ }).click();
  await expect(page.getByRole('listbox', { name: /Processor lane, now Tarnholt Dunlin 250/ })).toBeVisible();
});

test('a brief that nothing fits says what would have to give, and does it', async ({ clean: page }) => {
  await page.goto('/brief');
  const sum = page.getByRole('textbox', { name: 'Budget', exact: true });
  await sum.fill('120');
  await sum.press('Enter');
  await expect(page.getByText('Nothing fits this brief.')).toBeVisible();
  await expect(page.getByRole('listitem').filter({ hasText: 'more' }).first()).toBeVisible();
  await page.getByRole('listitem').filter({ hasText: /^€/ }).getByRole('button', { name: 'Do that' }).click();
  await expect(
    page.getByText('Proved: no set of these parts gives more for this budget by these figures.'),
  ).toBeVisible();
});

test('candidates: duplicate, rename, remove, and each keeps its picks', async ({ clean: page }) => {
  await page.goto('/picks');
  await page.getByRole('button', { name: 'More for First idea' }).click();
  await page.getByText('Duplicate', { exact: true }).last().click();
  await expect(page.getByRole('button', { name: /^First idea, copy/ })).toHaveAttribute(
    'aria-pressed',
    'true',
  );
  await page.getByRole('button', { name: 'More for First idea, copy' }).click();
  await page.getByText('Rename', { exact: true }).last().click();
  await page.getByRole('textbox', { name: 'Name', exact: true }).fill('With more memory');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('button', { name: /^With more memory/ })).toBeVisible();
  await page.reload();
  await expect(page.getByRole('button', { name: /^With more memory/ })).toBeVisible();
  await page.getByRole('button', { name: 'More for With more memory' }).click();
  await page.getByText('Remove', { exact: true }).last().click();
  await expect(page.getByRole('button', { name: /^With more memory/ })).toHaveCount(0);
});

test('details list every offer with its date, and take one', async ({ clean: page }) => {
  await page.goto('/picks');
  await page.getByRole('listbox', { name: /Graphics card lane/ }).focus();
  await page.keyboard.press('o');
  const dialog = page.getByRole('dialog');
  await expect(dialog.getByRole('button', { name: 'Taken' })).toBeDisabled();
  await expect(dialog.getByText('20 Nov').first()).toBeVisible();
  await dialog.getByRole('button', { name: 'Take', exact: true }).first().click();
  await expect(dialog).toBeHidden();
});
