import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { readOwnFile } from './own-file.ts';

const demo = (name: string) =>
  readFileSync(new URL(`../../../../demo/files/${name}`, import.meta.url), 'utf8');

describe('a file of one’s own', () => {
  it('is a brief, a candidate or passes, as it was exported', () => {
    const brief = JSON.parse(demo('brief-league-seat.json')) as { name: string };
    const read = readOwnFile(demo('brief-league-seat.json'));
    expect(read).toMatchObject({ kind: 'brief', brief: { name: brief.name } });
    expect(readOwnFile(demo('build-first-idea.json'))).toMatchObject({ kind: 'build', path: [] });
    expect(readOwnFile(demo('bench.json'))).toMatchObject({ kind: 'passes' });
  });
  it('is nothing of these where it is a catalogue, a list, or broken', () => {
    for (const text of ['{"format":"ripe-pick/catalogue"}', '[1]', 'null', '{', '"x"', '{"format":7}'])
      expect(readOwnFile(text)).toBeNull();
  });
  it('with a fault says where it is, and is not taken', () => {
    const file = JSON.parse(demo('brief-league-seat.json')) as { money: { budgetMinor: unknown } };
    file.money.budgetMinor = 'much';
    const read = readOwnFile(JSON.stringify(file));
    expect(read).toMatchObject({ kind: 'bad', what: 'brief' });
    expect(read?.kind === 'bad' && read.problems[0].path).toBe('money.budgetMinor');
  });
});
