import { writeSync } from 'node:fs';
import { openStore } from '../../packages/server/src/store/index.ts';

/* Opens a database, which brings it to the newest form. To be killed on the way. */

writeSync(1, 'begun\n');
const store = await openStore(process.argv[2]);
writeSync(1, 'open\n');
await store.close();
