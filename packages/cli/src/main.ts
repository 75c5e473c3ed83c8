import { readFileSync, statSync } from 'node:fs';
import { run } from './run.ts';

process.exitCode = run(process.argv.slice(2), {
  size: (path) => {
    const stat = statSync(path, { throwIfNoEntry: false });
    return stat?.isFile() ? stat.size : null;
  },
  read: (path) => readFileSync(path, 'utf8'),
  out: (text) => process.stdout.write(`${text}\n`),
  err: (text) => process.stderr.write(`${text}\n`),
});
