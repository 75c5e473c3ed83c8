import { chromium } from '@playwright/test';
const [path, out, dark, w, h] = process.argv.slice(2);
const b = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox'] });
const p = await b.newPage({ viewport: { width: Number(w ?? 1280), height: Number(h ?? 800) } });
p.on('console', (m) => {
  if (m.type() === 'error' || m.type() === 'warning') console.log(m.text());
});
p.on('pageerror', (e) => console.log('ERR', e.message));
if (dark === '1') await p.addInitScript(() => localStorage.setItem('ripe-pick-theme', 'dark'));
await p.goto('http://127.0.0.1:4700' + path);
await p.waitForTimeout(3500);
await p.screenshot({ path: out });
await b.close();
