import { readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';

/**
 * A real daily series: closing values of the S&P 500 index, 2000 to 2020, from the data package vega-datasets (BSD 3-clause). No shop’s
 * prices: it has no sales and wanders, which makes it a test of calibration, not of the buying rule.
 */
export function realSeries(): number[] {
  const file = fileURLToPath(
    new URL('../../node_modules/vega-datasets/data/sp500-2000.csv', import.meta.url),
  );
  const [head, ...lines] = readFileSync(file, 'utf8').trim().split('\n');
  const at = head.split(',').indexOf('close');
  return lines.map((line) => Number(line.split(',')[at])).filter((close) => close > 0);
}
