import { copyFileSync, existsSync, mkdirSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import Database from 'libsql';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { openDatabase } from '../database.ts';
import { MIGRATIONS } from './index.ts';

let folder: string;
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'ripe-pick-migrations-'));
});
afterEach(() => rmSync(folder, { recursive: true, force: true }));

const names = Object.keys(MIGRATIONS).sort();
const shapeOf = (path: string): unknown => {
  const raw = new Database(path);
  try {
    expect(Object.values(raw.prepare('pragma integrity_check').get() as object)[0]).toBe('ok');
    return raw
      .prepare("select type, name, sql from sqlite_schema where name not like 'sqlite_%' order by name")
      .all();
  } finally {
    raw.close();
  }
};

describe('a migration that is stopped by force', () => {
  // What a killed process leaves behind is its files as they stand: they are copied after each statement.
  it.each(names)('can be run again from wherever it stopped: %s', async (name) => {
    const whole = join(folder, 'whole.sqlite');
    const upTo = (isIn: (each: string) => boolean) =>
      Object.fromEntries(names.filter(isIn).map((each) => [each, MIGRATIONS[each]]));
    if (name !== names[0])
      await (await openDatabase(whole, { migrations: upTo((each) => each < name) })).close();
    const steps = upTo((each) => each <= name);
    const stops: string[] = [];
    const { close } = await openDatabase(whole, {
      migrations: steps,
      onStatement: () => {
        const at = join(folder, String(stops.length));
        mkdirSync(at);
        for (const ending of ['', '-wal'])
          if (existsSync(whole + ending)) copyFileSync(whole + ending, join(at, `whole.sqlite${ending}`));
        stops.push(join(at, 'whole.sqlite'));
      },
    });
    await close();
    const wanted = shapeOf(whole);
    expect(stops.length).toBeGreaterThan(5);
    for (const path of stops) {
      const again = await openDatabase(path, { migrations: steps });
      await again.close();
      expect(shapeOf(path)).toEqual(wanted);
    }
  });
});
