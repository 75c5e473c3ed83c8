import { demoFile, expect, expectAxeClean, reset, test } from '../fixtures.ts';

test.beforeEach(async ({ request }) => {
  await request.put('/api/catalogue', { data: demoFile('catalogue.json') });
  await reset(request);
});

const PASTED = [
  'Marrow Lark 65 graphics card 12GB',
  'Graphics processor: Lark 65',
  'Video memory: 10 GB',
  'Board power: 190 W',
  'Length: 267 mm',
  'Sleeve colour: teal',
].join('\n');

test('pasted text becomes a part: each figure with its words, what is said twice chosen, and undone', async ({
  clean: page,
}) => {
  await page.goto('/parts');
  await expect(page.getByText('340 of 340')).toBeVisible();
  await page.getByRole('button', { name: 'Add a part', exact: true }).click();
  const form = page.getByRole('dialog', { name: 'Add a part' });
  await form.getByRole('textbox', { name: 'Text to read specs from' }).fill(PASTED);
  await expect(form.getByText('4 figures read, 1 to choose first')).toBeVisible();
  await expect(form.getByText('Length: 267 mm', { exact: true })).toBeVisible();
  await expect(form.getByText('1 line not read')).toBeVisible();
  await form.getByRole('radio', { name: /12 GB/ }).click();
  await form.getByRole('button', { name: 'Take what was read' }).click();
  await expect(form.getByRole('textbox', { name: 'Video memory' })).toHaveValue('12');
  await form.getByRole('textbox', { name: 'Price' }).fill('199,90');
  await form.getByRole('button', { name: 'Add the part' }).click();
  await expect(form.getByRole('alert')).toContainText('Say where it was seen');
  await form.getByRole('textbox', { name: 'Shop' }).fill('Corner');
  await form.getByRole('button', { name: 'Add the part' }).click();
  await expect(page.getByText('341 of 341')).toBeVisible();
  await page.getByRole('searchbox', { name: 'Search the parts' }).fill('lark 12 gb');
  await expect(page.getByText('1 of 341')).toBeVisible();
  await expect(page.getByText('1 offer', { exact: true })).toBeVisible();
  await page.getByRole('heading', { name: 'Parts' }).click();
  await page.keyboard.press('Control+z');
  await expect(page.getByText('0 of 340')).toBeVisible();
  await page.keyboard.press('Control+Shift+z');
  await expect(page.getByText('1 of 341')).toBeVisible();
});

test('a part is found by keyboard, changed, duplicated and deleted, and all of it comes back', async ({
  clean: page,
  request,
}) => {
  const parts = async () =>
    ((await (await request.get('/api/catalogue')).json()) as { parts: unknown[] }).parts;
  const before = await parts();
  await page.goto('/parts');
  await page.getByRole('searchbox', { name: 'Search the parts' }).fill('dunlin');
  // The list follows the search a moment later.
  await expect(page.locator('#shelf-0')).toContainText('Dunlin');
  await page.locator('#shelf-0').focus();
  await page.keyboard.press('ArrowDown');
  await expect(page.locator('#shelf-1')).toBeFocused();
  await page.keyboard.press('Enter');
  const form = page.getByRole('dialog');
  await form.getByRole('textbox', { name: 'Cores' }).fill('7');
  await form.getByRole('button', { name: 'Keep the changes' }).click();
  await expect(page.getByText('7 cores')).toBeVisible();
  await page
    .getByRole('button', { name: /^Duplicate/ })
    .first()
    .click();
  await form.getByRole('button', { name: 'Add the part' }).click();
  await expect.poll(async () => (await parts()).length).toBe(before.length + 1);
  // The dialog gives the focus back when it has gone.
  await expect(form).toBeHidden();
  await page.locator('#shelf-0').focus();
  await expect(page.locator('#shelf-0')).toBeFocused();
  await page.keyboard.press('Delete');
  await expect.poll(async () => (await parts()).length).toBe(before.length);
  for (let step = 0; step < 3; step++) await page.keyboard.press('Control+z');
  await expect.poll(parts).toEqual(before);
});

test('a page’s source is read by its data and tables, and what it carries does not run', async ({
  clean: page,
}) => {
  await page.goto('/parts');
  await page.getByRole('button', { name: 'Add a part', exact: true }).click();
  const form = page.getByRole('dialog', { name: 'Add a part' });
  const data = {
    '@type': 'Product',
    name: 'Keel 450 power supply',
    brand: { '@type': 'Brand', name: 'Wattlewood' },
    additionalProperty: [{ '@type': 'PropertyValue', name: 'Wattage', value: 450, unitText: 'W' }],
  };
  await form
    .getByRole('textbox', { name: 'Text to read specs from' })
    .fill(
      `<html><script>document.title = 'taken'</script><script type="application/ld+json">${JSON.stringify(data)}</script>` +
        '<table><tr><th>Form factor</th><td>SFX</td></tr></table><dl><dt>Efficiency</dt><dd>80 PLUS Gold</dd></dl>' +
        '<img src="x" onerror="document.title = \'taken\'"></html>',
    );
  await expect(form.getByText('3 figures read')).toBeVisible();
  await form.getByRole('button', { name: 'Take what was read' }).click();
  await expect(form.getByRole('textbox', { name: 'Brand', exact: true })).toHaveValue('Wattlewood');
  await expect(form.getByRole('textbox', { name: 'Rated' })).toHaveValue('450');
  await expect(page).toHaveTitle(/Parts/);
});

test('with specs missing, what is usual is assumed where the brief says so, marked and counted', async ({
  clean: page,
  request,
}) => {
  const KEPT: Record<string, readonly string[]> = {
    motherboard: ['socket', 'chipset', 'formFactor', 'memoryType', 'memorySlots'],
    psu: ['ratedWatts', 'form', 'efficiency', 'eightPinConnectors'],
    case: ['motherboardFormFactors', 'maxGpuLengthMm', 'maxCoolerHeightMm', 'psuFormFactors'],
  };
  const catalogue = demoFile('catalogue.json') as { parts: Record<string, unknown>[] };
  const always = ['id', 'kind', 'brand', 'name', 'source'];
  const parts = catalogue.parts.map((part) => {
    const kept = KEPT[part.kind as string];
    return kept
      ? Object.fromEntries(Object.entries(part).filter(([key]) => always.includes(key) || kept.includes(key)))
      : part;
  });
  expect((await request.put('/api/catalogue', { data: { ...catalogue, parts } })).ok()).toBe(true);
  await page.goto('/picks');
  await expect(page.getByText('unknown:').first()).toBeVisible();
  await page.goto('/brief');
  await page
    .getByRole('combobox', { name: 'Missing specs' })
    .or(page.getByText('Assume nothing'))
    .first()
    .click();
  await page.getByText('Assume what is usual, marked').click();
  await page.getByRole('link', { name: 'Picks' }).click();
  await expect(page.getByRole('heading', { name: 'Assumed, to confirm' })).toBeVisible();
  await page.keyboard.press('f');
  const dialog = page.getByRole('dialog', { name: 'Find the best' });
  await expect(dialog.getByText('Proved best')).toBeVisible();
  await expect(dialog.getByText(/It rests on \d+ assumed figures/)).toBeVisible();
  // Stopped as soon as it can be, where it is sure to have most of its work before it.
  await page.evaluate(() => {
    new MutationObserver((_, seen) => {
      const stop = [...document.querySelectorAll<HTMLElement>('[role=dialog] button')].find(
        (each) => each.textContent.trim() === 'Stop',
      );
      if (!stop) return;
      seen.disconnect();
      stop.click();
    }).observe(document.body, { childList: true, subtree: true });
  });
  await dialog.getByRole('button', { name: 'Which one could change the best set?' }).click();
  await expect(dialog.getByText(/Stopped at \d+ % of the figures/)).toBeVisible();
  await dialog.getByRole('button', { name: 'Work it out' }).click();
  await expect(dialog.getByText('Worth looking up first')).toBeVisible();
  await expect(page.getByText(/of the figures tried/)).toBeHidden();
});

test('offers in a currency without a rate are named at once, and count when one is typed with a comma', async ({
  clean: page,
  request,
}) => {
  await reset(request, (workspace) => {
    (workspace.brief as unknown as { money: { currency: string } }).money.currency = 'NOK';
  });
  await page.goto('/brief');
  await expect(page.getByText('Nothing fits this brief.')).toBeVisible();
  await expect(page.getByText(/Left out: \d+ offers in EUR/)).toBeVisible();
  await expect(page.getByText(/offers in EUR of .* count nowhere/)).toBeVisible();
  await page.getByRole('textbox', { name: '1 EUR in NOK' }).fill('0,75');
  await page.keyboard.press('Tab');
  await expect(page.getByText(/Left out: \d+ offers in EUR/)).toBeHidden();
  await expect(page.getByText(/Left out: \d+ offers in SEK/)).toBeVisible();
  await expect(page.getByText('Proved:')).toBeVisible();
  const { currencyRates } = (await (await request.get('/api/catalogue')).json()) as {
    currencyRates: { from: string; to: string; rate: number }[];
  };
  expect(currencyRates).toContainEqual(expect.objectContaining({ from: 'EUR', to: 'NOK', rate: 0.75 }));
});

test('from an empty database to a proved answer by pasted names alone, with nobody having measured anything', async ({
  clean: page,
  request,
  emptyAddress,
}) => {
  const pasted: readonly (readonly [text: string, price: string])[] = [
    ['Tarnholt Dunlin 250, 6-core processor, 12 threads, 65 W, socket T4, up to 4.4 GHz', '120'],
    ['Kestrand Mole mATX motherboard, socket T4, DDR4', '80'],
    ['Wrenlow Spar 2x8 GB DDR4-3200 CL16', '45'],
    ['Bramfell Ember 270 graphics card, 8 GB, 150 W, 240 mm', '190,50'],
    ['Fennimark Race 512 GB M.2 2280 NVMe SSD', '35'],
    ['Coldharbour Puff tower cooler, height 132 mm, sockets T4, 120 W', '25'],
    ['Hollandale Tin case\nMotherboards: ATX, micro-ATX\nGPU length: 330 mm\nCPU cooler: 160 mm', '45'],
    ['Wattlewood Mast 600 W ATX power supply 80+ Bronze', '55'],
  ];
  await page.goto(`${emptyAddress}/parts`);
  const form = page.getByRole('dialog', { name: 'Add a part' });
  for (const [text, price] of pasted) {
    await page
      .getByRole('button', { name: /^Add (a|the first) part$/ })
      .first()
      .click();
    await form.getByRole('textbox', { name: 'Text to read specs from' }).fill(text);
    await form.getByRole('button', { name: 'Take what was read' }).click();
    await form.getByRole('textbox', { name: 'Price' }).fill(price);
    await form.getByRole('textbox', { name: 'Shop' }).fill('Corner');
    await form.getByRole('button', { name: 'Add the part' }).click();
    await expect(form).toBeHidden();
  }
  await expect(page.getByText('8 of 8')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Tarnholt Dunlin 250 Processor' })).toBeVisible();
  await page.goto(`${emptyAddress}/records`);
  await page.getByRole('button', { name: 'Add a game' }).first().click();
  await page.getByRole('dialog').getByRole('textbox').first().fill('Netfall');
  await page.getByRole('dialog').getByRole('button', { name: /Add/ }).last().click();
  await expect(page.getByText('Netfall is in the catalogue.')).toBeVisible();
  await page.goto(`${emptyAddress}/brief`);
  await page.getByRole('textbox', { name: 'Budget', exact: true }).fill('900');
  await page.keyboard.press('Tab');
  const saved = async () =>
    (await (await request.get(`${emptyAddress}/api/workspace`)).json()) as {
      revision: number;
      workspace: { brief: { play: { games: object[] } } } | null;
    };
  await expect.poll(async () => (await saved()).workspace).not.toBeNull();
  const { revision, workspace } = await saved();
  workspace?.brief.play.games.push({ game: 'netfall', preset: 'high', weight: 1, target: null });
  await request.put(`${emptyAddress}/api/workspace`, { data: { revision, workspace } });
  await page.goto(`${emptyAddress}/brief`);
  await expect(page.getByText('Nobody measured any of these parts.')).toBeVisible();
  await expect(page.getByText('€595.50')).toBeVisible(); // the eight prices, added up by hand
  await expect(page.getByText(/It rests on \d+ assumed figures/)).toBeVisible();
  await expect(page.getByText('Proved:')).toBeVisible();
});

test('several marked parts are changed and deleted at once, two that are one are made one, and all is undone', async ({
  clean: page,
  request,
}) => {
  const catalogue = async () =>
    (await (await request.get('/api/catalogue')).json()) as { parts: { id: string }[] };
  const before = JSON.stringify(await catalogue());
  await page.goto('/parts');
  await page.getByRole('searchbox', { name: 'Search the parts' }).fill('wattlewood');
  await expect(page.locator('#shelf-0')).toContainText('Wattlewood');
  const marks = page.getByRole('checkbox', { name: /^Mark Wattlewood/ });
  await marks.nth(0).check();
  await marks.nth(1).check();
  const bar = page.getByRole('group', { name: 'What is done with the marked parts' });
  await bar.getByRole('button', { name: 'These are one part' }).click();
  const dialog = page.getByRole('dialog', { name: 'Two that are one part' });
  await expectAxeClean(page);
  await dialog.getByRole('button', { name: 'Make them one part' }).click();
  await expect(dialog).toBeHidden();
  await expect.poll(async () => (await catalogue()).parts.length).toBe(339);

  await marks.nth(0).check();
  await marks.nth(2).click({ modifiers: ['Shift'] });
  await expect(bar.getByText('3 parts marked')).toBeVisible();
  await bar.getByRole('textbox', { name: 'Spec to set' }).fill('Brand');
  await page.keyboard.press('Enter');
  await bar.getByRole('textbox', { name: 'Brand', exact: true }).fill('Wattlewood Beside');
  await bar.getByRole('button', { name: 'Set it for 3 parts' }).click();
  await expect(page.locator('#shelf-0')).toContainText('Wattlewood Beside');
  await marks.nth(0).check();
  await bar.getByRole('button', { name: 'Delete 1 part' }).click();
  await expect.poll(async () => (await catalogue()).parts.length).toBe(338);
  await page.getByRole('heading', { name: 'Parts', exact: true }).click();
  for (let step = 0; step < 3; step++) await page.keyboard.press('Control+z');
  await expect.poll(async () => JSON.stringify(await catalogue()) === before).toBe(true);
});

test('an offer is changed where its part is: the price is a look at it, and is undone with it', async ({
  clean: page,
  request,
}) => {
  const offers = async () =>
    (
      (await (await request.get('/api/catalogue')).json()) as {
        offers: { part: string; priceMinor: number }[];
      }
    ).offers;
  const before = JSON.stringify(await offers());
  const seen = async () => {
    const answer = await request.post('/api/prices/history', { data: { parts: ['tarnholt-dunlin-150'] } });
    return ((await answer.json()) as { observations: number }).observations;
  };
  const looks = await seen();
  await page.goto('/parts?part=tarnholt-dunlin-150');
  const form = page.getByRole('dialog', { name: 'Tarnholt Dunlin 150' });
  const price = form.getByRole('textbox', { name: /^Price at / }).first();
  await price.fill('33,33');
  await page.keyboard.press('Tab');
  await expect.poll(async () => (await offers()).some(({ priceMinor }) => priceMinor === 3333)).toBe(true);
  expect(await seen()).toBe(looks + 1);
  await page.keyboard.press('Escape');
  await expect(form).toBeHidden();
  await page.keyboard.press('Control+z');
  await expect.poll(async () => JSON.stringify(await offers()) === before).toBe(true);
  expect(await seen()).toBe(looks);
});
