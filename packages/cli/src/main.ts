import { accessSync, constants, readFileSync, renameSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { dirname } from 'node:path';
import { run } from './run.ts';

/** What is at a path; null where nothing can be found out. */
function statOf(path: string) {
  try {
    return statSync(path, { throwIfNoEntry: false }) ?? null;
  } catch {
    return null;
  }
}

function cannotWrite(path: string): string | null {
  if (statOf(path)?.isDirectory()) return 'is a folder';
  const folder = dirname(path);
  if (!statOf(folder)?.isDirectory()) return `lies in ${folder}, which is no folder`;
  try {
    accessSync(folder, constants.W_OK);
    return null;
  } catch {
    return `lies in ${folder}, where nothing can be written`;
  }
}

/** Written beside it and moved: a stop in the middle leaves what was there. */
function write(path: string, text: string): void {
  const unfinished = `${path}.part`;
  try {
    writeFileSync(unfinished, text);
    renameSync(unfinished, path);
  } catch (error) {
    rmSync(unfinished, { force: true });
    throw error;
  }
}

// Whoever reads the answer may stop early, as `head` does.
process.stdout.on('error', (error: NodeJS.ErrnoException) => process.exit(error.code === 'EPIPE' ? 0 : 2));

try {
  process.exitCode = run(process.argv.slice(2), {
    size: (path) => {
      const stat = statOf(path);
      return stat?.isFile() ? stat.size : null;
    },
    read: (path) => readFileSync(path, 'utf8'),
    cannotWrite,
    write,
    now: () => new Date().toISOString(),
    out: (text) => process.stdout.write(`${text}\n`),
    err: (text) => process.stderr.write(`${text}\n`),
  });
} catch (error) {
  process.stderr.write(`pick: ${error instanceof Error ? error.message.split('\n')[0] : String(error)}\n`);
  process.exitCode = 2;
}
