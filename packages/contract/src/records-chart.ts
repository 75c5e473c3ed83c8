import type { Part } from '@ripe-pick/core/parts';
import { readNumber } from './records-table.ts';

/** A bar of a published chart, as it was typed or pasted. */
export interface ChartLine {
  readonly line: number;
  readonly text: string;
  readonly name: string;
  /** The only part that the name fits; null when there is none or more than one. */
  readonly part: string | null;
  /** Parts that the name may stand for, when it is not plain which. */
  readonly suggestions: readonly string[];
  readonly average: number | null;
  readonly low: number | null;
  readonly problem: string | null;
}

const words = (text: string) =>
  text
    .toLowerCase()
    .split(/[^\p{L}\p{N}.]+/u)
    .filter(Boolean);

/** A name, then the average, then perhaps the low; cut by tabs, semicolons, colons, bars or spaces. */
// eslint-disable-next-line regexp/no-super-linear-backtracking -- of lines of at most LONGEST_LINE letters
const SHAPE = /^(.+?)[\s:;|]+(\d[\d.,]*)\s*(?:fps)?(?:[\s;|/,]+(\d[\d.,]*)\s*(?:fps)?)?\s*$/i;
/** Letters of a line that is taken for a bar of a chart. */
const LONGEST_LINE = 200;
const MOST_SUGGESTIONS = 12;

interface KnownName {
  readonly id: string;
  readonly words: ReadonlySet<string>;
  readonly plain: string;
}
type FitsOf = (name: string) => readonly KnownName[];

/** Parts that a name may stand for: those called just so, else those with all its words. */
function nameFitter(parts: readonly Part[]): FitsOf {
  const known = parts.map((part): KnownName => ({
    id: part.id,
    words: new Set([...words(`${part.brand} ${part.name}`), part.id]),
    plain: words(part.name).join(' '),
  }));
  return (name) => {
    const asked = words(name);
    const exact = known.filter(
      (part) => part.plain === asked.join(' ') || part.words.has(name.toLowerCase()),
    );
    return exact.length > 0 ? exact : known.filter((part) => asked.every((word) => part.words.has(word)));
  };
}

/** A bar's name and figures: “Ember 270 71.4” may be a name and two figures, or a name that ends in a number: the catalogue's names decide. */
function readBar([, text, second, third]: RegExpExecArray, fitsOf: FitsOf) {
  const plain = { name: text.trim(), average: second, low: third as string | undefined };
  const longer = { name: `${plain.name} ${second}`, average: third, low: undefined };
  const tried = (plain.low === undefined ? [plain] : [plain, longer]).map((reading) => ({
    ...reading,
    fits: fitsOf(reading.name),
  }));
  const isFalling = readNumber(plain.low ?? '0') <= readNumber(second);
  // A low above its average is no reading while there is another: “Tide 38 128” is a name that ends in a number.
  const named = (isFalling ? tried : [...tried].reverse())
    .filter(({ fits }) => fits.length > 0)
    .sort((x, y) => x.fits.length - y.fits.length);
  return named[0] ?? (isFalling ? tried[0] : tried[tried.length - 1]);
}

/** Reads a chart's bars. Names are matched by all their words; what fits more than one part is asked about. */
export function readChart(text: string, parts: readonly Part[]): ChartLine[] {
  const fitsOf = nameFitter(parts);
  const seen = new Set<string>();
  const read = (line: string): Omit<ChartLine, 'line' | 'text'> => {
    const base = { name: line, part: null, suggestions: [], average: null, low: null };
    const found = line.length > LONGEST_LINE ? null : SHAPE.exec(line);
    if (!found) return { ...base, problem: 'Write a name and its average, such as “Lark 70 Duo 143.5 112”.' };
    const { name, fits, ...typed } = readBar(found, fitsOf);
    const average = readNumber(typed.average);
    const low = typed.low === undefined ? null : readNumber(typed.low);
    const wrong = Number.isNaN(average) ? typed.average : Number.isNaN(low) ? typed.low : undefined;
    if (wrong !== undefined)
      return { ...base, name, problem: `“${wrong}” is not a plain number. Write it as 143.5.` };
    const part = fits.length === 1 ? fits[0].id : null;
    const isTwice = part !== null && seen.has(part);
    if (part) seen.add(part);
    const suggestions = part ? [] : fits.slice(0, MOST_SUGGESTIONS).map(({ id }) => id);
    return {
      name,
      average,
      low,
      part,
      suggestions,
      problem: problemWith(average, low, fits.length, isTwice),
    };
  };
  return text.split(/\r?\n/).flatMap((raw, index): ChartLine[] => {
    const line = raw.trim();
    return line === '' ? [] : [{ line: index + 1, text: line, ...read(line) }];
  });
}

function problemWith(average: number, low: number | null, fits: number, isTwice: boolean): string | null {
  if (low !== null && low > average) return 'The low is above the average: one of the two is mistyped.';
  if (fits === 0) return 'No part has this name.';
  if (fits > 1) return `${fits} parts have this name. Say which.`;
  return isTwice ? 'This part stands in the chart twice.' : null;
}
