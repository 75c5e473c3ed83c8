import type { CurrencyRate } from '@ripe-pick/core/units';
import Papa from 'papaparse';
import type { Problem } from './problems.ts';
import { readNumber } from './records-table.ts';

interface CurrencyTable {
  readonly rates: readonly CurrencyRate[];
  readonly problems: readonly Problem[];
}

const CODE = /^[A-Z]{3}$/;
const isDay = (text: string) => /^\d{4}-\d{2}-\d{2}$/.test(text) && !Number.isNaN(Date.parse(text));

/**
 * Rates of exchange as central banks commonly publish them: CSV with a column of dates and one for each currency, each
 * cell so many units of it for one of the base currency. The newest figure of each currency counts.
 *
 * @param base what one unit of is worth so much; the bank's own currency.
 */
export function readCurrencyTable(text: string, base: string): CurrencyTable {
  const { data } = Papa.parse<string[]>(text.trim(), {
    delimitersToGuess: [',', ';', '\t'],
    skipEmptyLines: true,
  });
  const [head = [], ...rows] = data.map((row) => row.map((cell) => cell.trim()));
  const columns = head.flatMap((code, n) => (CODE.test(code) && code !== base ? [{ code, n }] : []));
  if (columns.length === 0 || rows.length === 0)
    return {
      rates: [],
      problems: [
        {
          path: 'row 1',
          message: 'the headings name no currency',
          mend: 'The first row has to read like Date,USD,NOK, and the ones below it have the figures.',
        },
      ],
    };
  const newest = new Map<string, CurrencyRate>();
  const problems: Problem[] = [];
  rows.forEach((row, r) => {
    const [on = ''] = row;
    const path = `row ${r + 2}`;
    if (!isDay(on)) {
      problems.push({ path, message: `“${on}” is no day`, mend: 'Write days like 2026-11-20.' });
      return;
    }
    for (const { code, n } of columns) {
      const cell = row[n] ?? '';
      if (cell === '' || /^n\/?a$/i.test(cell) || cell === '-') continue; // not traded on that day
      const rate = readNumber(cell);
      if (!(rate > 0))
        problems.push({
          path: `${path}, ${code}`,
          message: `“${cell}” is no rate`,
          mend: 'Write it like 11.245.',
        });
      else if (on > (newest.get(code)?.on ?? '')) newest.set(code, { from: base, to: code, rate, on });
    }
  });
  return { rates: [...newest.values()], problems };
}
