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
  const known = parts.map((part) => ({ id: part.id, words: new Set([...words(`${part.maker} ${part.name}`), part.id]), plain: words(part.name).join(' ') })); // prettier-ignore
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
    const name = found[1].trim();
    const average = readNumber(found[2]);
    const low = found[3] === undefined ? null : readNumber(found[3]);
    if (Number.isNaN(average) || Number.isNaN(low ?? 0))
      return [{ ...base, name, problem: `“${Number.isNaN(average) ? found[2] : (found[3] ?? '')}” is not a plain number. Write it as 143.5.` }]; // prettier-ignore
    const asked = words(name);
    const exact = known.filter(
      (part) => part.plain === asked.join(' ') || part.words.has(name.toLowerCase()),
    );
    const fits =
      exact.length > 0 ? exact : known.filter((part) => asked.every((word) => part.words.has(word)));
    const part = fits.length === 1 ? fits[0].id : null;
    const figures = { name, average, low, part, suggestions: part ? [] : fits.slice(0, MOST_SUGGESTIONS).map((each) => each.id) }; // prettier-ignore
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
