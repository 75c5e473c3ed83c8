import { describe, expect, it } from 'vitest';
import { CORPUS } from '../test/specs-corpus.ts';
import { readingsOf } from '../units/index.ts';
import { specLines, readSpecs } from './index.ts';

const read = (text: string) => readSpecs(specLines(text));

describe('a corpus of texts about parts, written by hand', () => {
  const judged = CORPUS.map((entry) => {
    const part = read(entry.text);
    const values = new Map(part.figures.map((each) => [each.figure, each]));
    const right: string[] = [];
    const missed: string[] = [];
    const wrong: string[] = [];
    const name = entry.text.slice(0, 40);
    for (const [figure, value] of Object.entries(entry.says)) {
      const found = values.get(figure);
      if (found && JSON.stringify(found.value) === JSON.stringify(value) && found.others.length === 0)
        right.push(figure);
      else if (!found || found.others.length > 0) missed.push(`${name}: ${figure}`);
    }
    for (const { figure, value, others } of part.figures) {
      if (others.length > 0) continue; // marked, and asked about
      if (JSON.stringify(entry.says[figure]) !== JSON.stringify(value))
        wrong.push(`${name}: ${figure} = ${JSON.stringify(value)}`);
    }
    for (const figure of entry.doubtful ?? [])
      if ((values.get(figure)?.others.length ?? 0) === 0) wrong.push(`${name}: ${figure} is not marked`);
    if (part.kind !== entry.kind) wrong.push(`${name}: kind ${part.kind}`);
    return { right, missed, wrong };
  });
  const all = (of: 'right' | 'missed' | 'wrong') => judged.flatMap((each) => each[of]);

  it('has sixty texts at least', () => expect(CORPUS.length).toBeGreaterThanOrEqual(60));
  it('is read right in 95 of 100 figures', () => {
    const asked = all('right').length + all('missed').length;
    expect(all('right').length / asked, all('missed').join('\n')).toBeGreaterThanOrEqual(0.95);
  });
  it('is read wrong nowhere without a mark', () => expect(all('wrong')).toEqual([]));
});

describe('numbers as languages write them', () => {
  it.each([
    ['3200', [3200]],
    ['3,9', [3.9]],
    ['24,25', [24.25]],
    ['1.234,5', [1234.5]],
    ['1,234.5', [1234.5]],
    ["1'000", [1000]],
    ['1.000.000', [1000000]],
    // Thousands or decimals: the figure's own range decides.
    ['3.200', [3200, 3.2]],
  ])('%s', (written, readings) => expect(readingsOf(written)).toEqual(readings));
});

describe('what a text leaves open', () => {
  it('keeps the lines that say nothing it knows, word for word', () => {
    expect(read('Power supply\nWattage: 500 W\nSleeve colour: teal\nSmells of: tin').unread).toEqual(
      expect.arrayContaining(['Sleeve colour: teal', 'Smells of: tin']),
    );
  });
  it('keeps what is too long to be a line of specs, whole', () => {
    const long = `Notes: ${'a word and another '.repeat(40)}`.trim();
    const many = Array.from({ length: 700 }, (_, n) => `Remark ${n}: none`);
    const { unread } = read(['Power supply', 'Wattage: 500 W', long, ...many].join('\n'));
    expect(unread).toContain(long);
    expect(unread).toContain('Remark 699: none');
  });
  it('finds a label that is written with hyphens', () => {
    expect(readSpecs(specLines('4 memory-slots'), 'motherboard').figures).toMatchObject([
      { figure: 'memorySlots', value: 4 },
    ]);
  });
  it('gives each figure the words that it came from', () => {
    const { figures } = read('Case\nMax. GPU length: 330 mm');
    expect(figures.find(({ figure }) => figure === 'maxGpuLengthMm')?.words).toBe('Max. GPU length: 330 mm');
  });
  it('takes no kind where two are as likely, and reads as the kind that it is told', () => {
    expect(read('Length: 140 mm').kind).toBeNull();
    expect(readSpecs(specLines('Length: 140 mm'), 'psu').figures).toMatchObject([
      { figure: 'lengthMm', value: 140 },
    ]);
  });
  it.each([
    ['nothing', ''],
    ['signs', '\u0000\u202e:::\n=|=|=\n%%%'],
    ['a line without an end', 'Length: '.repeat(20_000)],
    ['digits without an end', `Wattage: ${'9'.repeat(30_000)} W`],
    ['markup', '<script>alert(1)</script>\nWattage: <b>500</b> W'],
    ['names of an object’s own', '__proto__: 5\nconstructor: 65 W\ntoString: 8 GB'],
  ])('is harmless: %s', (_name, text) => expect(() => read(text)).not.toThrow());
});
