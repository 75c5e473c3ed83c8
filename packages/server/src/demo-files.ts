import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { DemoFiles } from './transfer/index.ts';

/** Where the demo's files lie. @param root the folder of the packages */
export const demoFolder = (root: string): string => join(root, 'packages/demo/files');

/** The demo's files; null where the demo is not shipped. */
export function demoFiles(root: string): DemoFiles | null {
  const folder = demoFolder(root);
  if (!existsSync(join(folder, 'catalogue.json'))) return null;
  const file = (name: string) => () => readFileSync(join(folder, name), 'utf8');
  return {
    catalogue: file('catalogue.json'),
    records: file('records.csv'),
    bench: file('bench.json'),
    secondBench: file('bench-seat-two.json'),
    prices: file('prices.csv'),
  };
}
