/** A number of a specification with the unit behind it, and the other reading that its marks allow. */
export interface Quantity {
  readonly readings: readonly number[];
  readonly unit: string;
}

const NUMBER = String.raw`\d{1,3}(?:[.,'\u00a0\u202f]\d{3})+(?:[.,]\d+)?|\d+(?:[.,]\d+)?`;
const UNIT = String.raw`mm|cm|inch(?:es)?|in\b|["”″]|ghz|mhz|mt\/s|mts|gb\/s|tb\b|gb\b|gib\b|mb\b|gbps|gb it\/s|gbit\/s|mbps|mbit\/s|mb\/s|tflops|tflop\/s|kw\b|watts?|w\b|db(?:\(?a\)?)?|litres?|liters?|l\b|years?|months?|slots?|ns\b`;
const QUANTITY = new RegExp(String.raw`(?<![\w.,])(${NUMBER})\s*(?:x\s+)?(${UNIT})?`, 'gi');

/** What a written number may mean: one value, or two where a single mark may be of thousands or of decimals. */
export function readingsOf(written: string): number[] {
  const bare = written.replace(/['\u00a0\u202f ]/g, '');
  const marks = bare.replace(/\d/g, '');
  if (marks === '') return [Number(bare)];
  const last = bare[Math.max(bare.lastIndexOf('.'), bare.lastIndexOf(','))];
  const decimals = bare.length - bare.lastIndexOf(last) - 1;
  const asDecimal = Number(
    bare
      .split(last)
      .map((piece) => piece.replace(/[.,]/g, ''))
      .join('.'),
  );
  const asWhole = Number(bare.replace(/[.,]/g, ''));
  if (marks.length > 1) return marks[0] === marks.at(-1) ? [asWhole] : [asDecimal];
  return decimals === 3 ? [asWhole, asDecimal] : [asDecimal];
}

/** All numbers in a text with the units behind them. */
export const quantitiesIn = (text: string): Quantity[] =>
  [...text.matchAll(QUANTITY)].map(([, written, unit = '']) => ({
    readings: readingsOf(written),
    unit: unit.toLowerCase(),
  }));
