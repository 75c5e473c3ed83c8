import { mkdirSync, renameSync, writeFileSync } from 'node:fs';
import { dirname } from 'node:path';

/** Writes a file for its owner's eyes alone, whole or not at all, in a folder that is made where it is missing. */
export function writeWhole(path: string, text: string): void {
  mkdirSync(dirname(path), { recursive: true, mode: 0o700 });
  const unfinished = `${path}.part`;
  writeFileSync(unfinished, text, { mode: 0o600, flush: true });
  renameSync(unfinished, path);
}
