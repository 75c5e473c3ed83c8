import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { SLOTS } from '@ripe-pick/core/parts';
import { describe, expect, it } from 'vitest';

const folder = join(import.meta.dirname, '..');
const sources = readdirSync(folder, { recursive: true, encoding: 'utf8' })
  .filter((path) => /\.(vue|css|ts)$/.test(path) && !path.endsWith('.test.ts'))
  .map((path) => readFileSync(join(folder, path), 'utf8'));
const defined = new Set(
  sources.flatMap((text) => [...text.matchAll(/(--[\w-]+)['"]?\s*:/g)].map(([, name]) => name)),
);

describe('colours and sizes by name', () => {
  it('are defined wherever they are used: a name that is not draws nothing', () => {
    const used = sources.flatMap((text) => [...text.matchAll(/var\((--[\w-]+)\)/g)].map(([, name]) => name));
    expect(used.length).toBeGreaterThan(100);
    expect([...new Set(used)].filter((name) => !defined.has(name))).toEqual([]);
  });
  it('has one for every slot', () => {
    for (const slot of SLOTS) expect(defined).toContain(`--slot-${slot}`);
  });
});
