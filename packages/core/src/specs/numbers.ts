import { readingsOf } from '../units/index.ts';

/** A number of a specification with the unit behind it, and the other reading that its marks allow. */
export interface Quantity {
  readonly readings: readonly number[];
  readonly unit: string;
}

const NUMBER = String.raw`\d{1,3}(?:[.,'\u00a0\u202f]\d{3})+(?:[.,]\d+)?|\d+(?:[.,]\d+)?`;
const UNIT = String.raw`mm|cm|inch(?:es)?|in\b|["”″]|ghz|mhz|mt\/s|mts|gb\/s|tb\b|gb\b|gib\b|mb\b|gbps|gbit\/s|mbps|mbit\/s|mb\/s|tflops|tflop\/s|kw\b|watts?|w\b|db(?:\(?a\)?)?|litres?|liters?|l\b|years?|months?|slots?`;
const QUANTITY = new RegExp(String.raw`(?<![\w.,])(${NUMBER})\s*(?:x\s+)?(${UNIT})?`, 'gi');

/** All numbers in a text with the units behind them. */
export const quantitiesIn = (text: string): Quantity[] =>
  [...text.matchAll(QUANTITY)].map(([, written, unit = '']) => ({
    readings: readingsOf(written),
    unit: unit.toLowerCase(),
  }));
