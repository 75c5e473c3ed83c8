import { partSchema } from '@ripe-pick/contract';
import { describe, expect, it } from 'vitest';
import { fieldsOf, freshId, readLevels } from './part-fields.ts';

const kinds = [
  'cpu',
  'motherboard',
  'memory',
  'gpu',
  'storage',
  'cooler',
  'case',
  'psu',
  'network',
  'os',
  'extras',
] as const;

describe('the form for a part', () => {
  it.each(kinds)('has a field for everything that the sheet of a %s may state', (kind) => {
    const part = partSchema.parse({ id: 'a', kind, brand: 'M', name: 'N' });
    const stated = Object.keys(part).filter((key) => !['id', 'kind', 'brand', 'name'].includes(key));
    const keys = fieldsOf(kind).map((field) => field.key);
    for (const key of stated) expect(keys).toContain(key);
    for (const field of fieldsOf(kind)) expect(field.label.length).toBeGreaterThan(1);
  });
  it('knows groups, rows, lists and what may be none', () => {
    const of = (kind: (typeof kinds)[number], key: string) =>
      fieldsOf(kind).find((field) => field.key === key);
    expect(of('cpu', 'stockCooler')).toMatchObject({ kind: 'group', mayBeNone: true });
    expect(of('cpu', 'minBiosByChipset')?.kind).toBe('levels');
    expect(of('motherboard', 'm2')).toMatchObject({ kind: 'rows' });
    expect(of('motherboard', 'm2')?.fields.map((field) => field.kind)).toEqual([
      'choices',
      'number',
      'number',
      'yes-no',
    ]);
    expect(of('case', 'radiatorsMm')?.kind).toBe('numbers');
    expect(of('cooler', 'sockets')?.kind).toBe('words');
    expect(of('psu', 'efficiency')?.choices).toContain('Gold');
  });
  it('reads levels by name, and says when it cannot', () => {
    expect(readLevels('Reed 3: 1, Reed 3S:2')).toEqual({ 'Reed 3': 1, 'Reed 3S': 2 });
    expect(readLevels('Reed 3')).toBeNull();
    expect(readLevels(' ')).toBeNull();
  });
  it('makes ids that pass the schema and are not taken', () => {
    expect(freshId('Øresund & Sons 12"', new Set())).toBe('resund-sons-12');
    expect(freshId('A', new Set(['a', 'a-2']))).toBe('a-3');
    expect(freshId('***', new Set())).toBe('part');
  });
});
