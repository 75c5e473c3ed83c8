import { chromium } from '@playwright/test';
const browser = await chromium.launch({ executablePath: '/usr/bin/chromium' });
const [,, theme='light', w='1280', h='800', ...paths] = process.argv;
const ctx = await browser.newContext({ viewport: { width: Number(w), height: Number(h) }, colorScheme: theme as 'light'|'dark' });
const page = await ctx.newPage();
page.on('console', m => { if (['error','warning'].includes(m.type())) console.log('CONSOLE', m.text().slice(0,300)); });
for (const p of paths) {
  const [path, name, full] = p.split('=');
  await page.goto('http://127.0.0.1:4700' + path); await page.waitForTimeout(1800);
  await page.screenshot({ path: `/tmp/shot-${name}.png`, fullPage: full === 'full' });
  const over = await page.evaluate(() => document.documentElement.scrollWidth - innerWidth); if (over > 0) console.log('SIDEWAYS', path, over);
}
await browser.close();
