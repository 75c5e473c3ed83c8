import { readFileSync } from 'node:fs';
import { serveMarket } from './serve.ts';
import type { MarketFile } from './file.ts';

/** The simulated market on its own: RIPE_PICK_MARKET_PORT, RIPE_PICK_MARKET_DAY. Loopback only. */
const file = JSON.parse(readFileSync(new URL('../files/market.json', import.meta.url), 'utf8')) as MarketFile;
const port = Number(process.env.RIPE_PICK_MARKET_PORT ?? 4641);
const { server } = serveMarket(file, process.env.RIPE_PICK_MARKET_DAY ?? file.day);
server.on('error', (error: NodeJS.ErrnoException) => {
  console.error(`The simulated market could not start on port ${port}: ${error.code ?? error.message}.`);
  process.exit(1);
});
server.listen(port, '127.0.0.1', () =>
  console.log(`The simulated market is open: http://127.0.0.1:${port}/`),
);
// It lives and ends with whoever started it.
process.on('disconnect', () => process.exit(0));
process.on('SIGTERM', () => process.exit(0));
