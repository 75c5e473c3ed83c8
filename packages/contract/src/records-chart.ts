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
const SHAPE = /^(.+?)[\s:;|]+(\d[\d.,]*)\s*(?:fps)?(?:[\s;|/,]+(\d[\d.,]*)\s*(?:fps)?)?\s*$/i;
const MOST_SUGGESTIONS = 12;

/** Reads a chart's bars. Names are matched by all their words; what fits more than one part is asked about. */
export function readChart(text: string, parts: readonly Part[]): ChartLine[] {
  const known = parts.map((part) => ({
    id: part.id,
    words: new Set([...words(`${part.brand} ${part.name}`), part.id]),
    plain: words(part.name).join(' '),
  }));
  const fitsOf = (name: string) => {
    const asked = words(name);
    const exact = known.filter(
      (part) => part.plain === asked.join(' ') || part.words.has(name.toLowerCase()),
    );
    return exact.length > 0 ? exact : known.filter((part) => asked.every((word) => part.words.has(word)));
  };
  const seen = new Set<string>();
  return text.split(/\r?\n/).flatMap((raw, index): ChartLine[] => {
    const line = raw.trim();
    if (line === '') return [];
    const found = SHAPE.exec(line);
    const base = {
      line: index + 1,
      text: line,
      name: line,
      part: null,
      suggestions: [],
      average: null,
      low: null,
    };
    if (!found)
      return [{ ...base, problem: 'Write a name and its average, such as “Lark 70 Duo 143.5 112”.' }];
    // “Ember 270 71.4” may be a name and two figures, or a name that ends in a number: the catalogue’s names decide.
    const third: string | undefined = found[3];
    const readings: { name: string; average: string; low?: string }[] = [
      { name: found[1].trim(), average: found[2], ...(third === undefined ? {} : { low: third }) },
    ];
    if (third !== undefined) readings.push({ name: `${found[1].trim()} ${found[2]}`, average: third });
    const tried = readings.map((reading) => ({ ...reading, fits: fitsOf(reading.name) }));
    const named = tried.filter(({ fits }) => fits.length > 0).sort((x, y) => x.fits.length - y.fits.length);
    const isFalling = readNumber(third ?? '0') <= readNumber(found[2]);
    const { name, fits, ...figuresAs } = named[0] ?? (isFalling ? tried[0] : tried[tried.length - 1]);
    const average = readNumber(figuresAs.average);
    const low = figuresAs.low === undefined ? null : readNumber(figuresAs.low);
    if (Number.isNaN(average) || Number.isNaN(low ?? 0))
      return [
        {
          ...base,
          name,
          problem: `“${Number.isNaN(average) ? figuresAs.average : (figuresAs.low ?? '')}” is not a plain number. Write it as 143.5.`,
        },
      ];
    const part = fits.length === 1 ? fits[0].id : null;
    const figures = {
      name,
      average,
      low,
      part,
      suggestions: part ? [] : fits.slice(0, MOST_SUGGESTIONS).map((each) => each.id),
    };
    const problem =
      low !== null && low > average
        ? 'The low is above the average: one of the two is mistyped.'
        : fits.length === 0
          ? 'No part has this name.'
          : fits.length > 1
            ? `${fits.length} parts have this name. Say which.`
            : part && seen.has(part)
              ? 'This part stands in the chart twice.'
              : null;
    if (part) seen.add(part);
    return [{ ...base, ...figures, problem }];
  });
}
