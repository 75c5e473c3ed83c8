import { chromium } from '@playwright/test';
const b = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox'] });
const p = await b.newPage({ viewport: { width: 1280, height: 800 } });
p.on('console', (m) => {
  if (m.type() === 'error' || m.type() === 'warning') console.log(m.text());
});
p.on('pageerror', (e) => console.log('ERR', e.message));
await p.addInitScript(() =>
  localStorage.setItem(
    'ripe-pick-chart-draft',
    JSON.stringify({
      varies: 'card',
      source: 'Quayside Weekly',
      on: '2026-11-12',
      trust: 'good',
      game: 'lantern-deep',
      preset: 'high',
      size: '1920x1080',
      fixed: 'ysmere-rowan-350u',
      gb: 32,
      channels: 2,
      mts: 6000,
      cl: 30,
      definition: 'percentile',
      text: 'Ember 290 Trio\t84.4\t64\nEmber 280 Duo 65.8 50\nTideline 280 Trio: 66,5 / 51\nEmber 270 Duo 50.9 38.2\nEmber 270 48.4\nTideline 270 Solo 101 40\nEmber 260 Duo 37.1 29\nTideline 260 Duo 39.2 30.1\nLarkspur 9 70',
    }),
  ),
);
await p.goto('http://127.0.0.1:4700/records?add=chart');
await p.waitForTimeout(3000);
await p.screenshot({ path: '/tmp/chart.png' });
await p.goto('http://127.0.0.1:4700/picks');
await p.waitForTimeout(2500);
await p.getByTitle('Where Netfall Five gets its frames from').click();
await p.waitForTimeout(700);
await p.screenshot({ path: '/tmp/explain.png' });
await p.setViewportSize({ width: 390, height: 844 });
for (const x of ['bench', 'records?add=chart', 'model', 'records']) {
  await p.goto('http://127.0.0.1:4700/' + x);
  await p.waitForTimeout(2000);
  console.log(x, await p.evaluate(() => document.documentElement.scrollWidth));
  await p.screenshot({ path: '/tmp/m-' + x.replace(/\W/g, '') + '.png', fullPage: true });
}
const t = performance.now();
await b.close();
