import { readFileSync, statSync, writeFileSync } from 'node:fs';
import { run } from './run.ts';

process.exitCode = run(process.argv.slice(2), {
  size: (path) => {
    const stat = statSync(path, { throwIfNoEntry: false });
    return stat?.isFile() ? stat.size : null;
  },
  read: (path) => readFileSync(path, 'utf8'),
  write: (path, text) => writeFileSync(path, text),
  now: () => new Date().toISOString(),
  out: (text) => process.stdout.write(`${text}\n`),
  err: (text) => process.stderr.write(`${text}\n`),
});
