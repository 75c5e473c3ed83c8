import { renameSync, writeFileSync } from 'node:fs';

/** Writes a file for its owner's eyes alone, whole or not at all. */
export function writeWhole(path: string, text: string): void {
  const unfinished = `${path}.part`;
  writeFileSync(unfinished, text, { mode: 0o600, flush: true });
  renameSync(unfinished, path);
}
