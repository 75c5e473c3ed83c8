import { describe, expect, it } from 'vitest';
import { readCurrencyTable } from './currency-table.ts';

describe('rates of exchange from a table', () => {
  it('are the newest of each currency, whatever the order of the days', () => {
    const { rates, problems } = readCurrencyTable(
      'Date,USD,NOK,\n2026-11-19,1.08,11.30,\n2026-11-20,1.09,N/A,\n',
      'EUR',
    );
    expect(problems).toEqual([]);
    expect(rates).toEqual([
      { from: 'EUR', to: 'USD', rate: 1.09, on: '2026-11-20' },
      { from: 'EUR', to: 'NOK', rate: 11.3, on: '2026-11-19' },
    ]);
  });
  it('are read with semicolons and decimal commas', () =>
    expect(readCurrencyTable('Day;SEK\n2026-11-20;11,5', 'EUR').rates[0].rate).toBe(11.5));
  it('say what is wrong by row and currency, and take the rest', () => {
    const { rates, problems } = readCurrencyTable('Date,USD,NOK\n20.11.2026,1,1\n2026-11-20,x,11', 'EUR');
    expect(problems.map(({ path }) => path)).toEqual(['row 2', 'row 3, USD']);
    expect(rates.map(({ to }) => to)).toEqual(['NOK']);
    expect(readCurrencyTable('a,b\n1,2', 'EUR').problems[0].message).toBe('the headings name no currency');
  });
});
