import { describe, expect, it } from 'vitest';
import { SPOKEN, WRITTEN, type WrittenList } from '../test/list-corpus.ts';
import { randomFrom } from '../test/random.ts';
import { addUp, doubtKey, readList } from './index.ts';

const claimHabits = { fileChance: 0.8, acceptChance: 1, yearlyRate: 0, costMinor: 0, used: [] };
const briefIn = (currency: string) => ({ currency, limitMinor: 50_000, claimHabits, rates: [] });
function comesTo(text: string, currency: string) {
  const list = readList(text, currency);
  const audit = addUp(list, briefIn(currency));
  return {
    parts: list.lines.filter(({ kind }) => kind === 'part').length,
    sums: audit.totals ? [audit.totals.dueNow, audit.totals.after] : { asked: audit.doubts.length },
    currency: list.currency,
    differs: audit.findings.filter(({ code }) => code === 'total-differs' || code === 'line-differs'),
  };
}
const wanted = ({ parts, sums, currency = 'USD' }: WrittenList) => ({ parts, sums, currency, differs: [] });

describe('lists as people write and speak them', () => {
  it('are more than 120, 40 of them spoken', () => {
    expect(WRITTEN.length + SPOKEN.length).toBeGreaterThanOrEqual(120);
    expect(SPOKEN.length).toBeGreaterThanOrEqual(40);
  });
  it.each(WRITTEN)('written: $text', (written) =>
    expect(comesTo(written.text, 'USD')).toEqual(wanted(written)),
  );
  it.each(SPOKEN)('spoken: $text', (spoken) => expect(comesTo(spoken.text, 'USD')).toEqual(wanted(spoken)));
});

/* Ways of saying the same, written here by hand and not taken from the reader's own words. */
const SAME: readonly (readonly string[])[] = [
  ['mail-in rebate', 'MIR', 'rebate', 'mail in rebate', 'rebate by mail'],
  ['promo code', 'code', 'coupon code', 'coupon', 'voucher code'],
  ['shipping', 'delivery', 'postage'],
  ['instant savings', 'instant discount', 'instant'],
  ['cashback', 'cash back'],
  ['each', 'apiece', 'a piece', 'ea'],
  ['less', 'minus'],
  ['about', 'around', 'roughly'],
  ['Grand total', 'Total', 'Altogether', 'All in all'],
  ['dollars', 'bucks'],
  ['is', 'costs', 'comes to', 'runs you'],
  ['list price', 'regular price', 'MSRP'],
  ['CPU:', 'Processor:', 'processor:'],
  ['PSU:', 'Power supply:', 'Supply:'],
  ['GPU:', 'Graphics card:', 'Video card:'],
  ['Case:', 'CASE:', 'Chassis:'],
];
const SEPARATORS = [' - ', ' – ', ' — ', ': ', ' = '];
const CURRENCIES: readonly (readonly [before: string, behind: string, code: string])[] = [
  ['$', '', 'USD'],
  ['US$', '', 'USD'],
  ['', ' USD', 'USD'],
  ['£', '', 'GBP'],
  ['€', '', 'EUR'],
  ['', ' €', 'EUR'],
  ['EUR ', '', 'EUR'],
];

type Random = () => number;
const oneOf = <T>(items: readonly T[], random: Random) => items[Math.floor(random() * items.length)];

/** Lines of a plain list may stand in any order, where none belongs to the one before. */
function shuffled(text: string, random: Random): string {
  const lines = text.split('\n');
  if (lines.some((line) => /^\s|^Alternatives|^[*|>]|^\d\)|\t|^(?:Item|Type),/.test(line))) return text;
  for (let n = lines.length - 1; n > 0; n--) {
    const other = Math.floor(random() * (n + 1));
    [lines[n], lines[other]] = [lines[other], lines[n]];
  }
  return lines.join('\n');
}
function reworded(text: string, random: Random): string {
  let out = text;
  for (const words of SAME)
    for (const word of words) {
      const pattern = new RegExp(String.raw`(?<![\w-])${word}(?![\w-])`);
      if (!pattern.test(out)) continue;
      out = out.replace(pattern, oneOf(words, random));
      break;
    }
  return out;
}
/** The mark between a name and its price. */
const separated = (text: string, random: Random) =>
  text.replace(/(?<=^[^$\n(,]*[A-Za-z\d)]) - (?=\$\d)/gm, () => oneOf(SEPARATORS, random));
/** All of a list in another currency, with the brief in the same. */
function inOther(text: string, random: Random): { text: string; currency: string } {
  if (/C\$|CAD|€|EUR|£|kr|euro|quid|¢|dollar|buck/.test(text)) return { text, currency: 'USD' };
  const [before, behind, currency] = oneOf(CURRENCIES, random);
  // Where a bare number follows it would be taken for its own ("$50-60").
  if (/\$50-60/.test(text)) return { text, currency: 'USD' };
  return {
    text: text.replace(/\$(\d[\d.,?O]*\d(?:\.-)?|\d)/g, (_, amount: string) => before + amount + behind),
    currency,
  };
}

describe('the same list told otherwise', () => {
  it('comes to the same, 2,000 times', () => {
    const random = randomFrom(17);
    const lists = [...WRITTEN, ...SPOKEN];
    for (let n = 0; n < 2000; n++) {
      const written = lists[n % lists.length];
      const { text, currency } = inOther(
        separated(reworded(shuffled(written.text, random), random), random),
        random,
      );
      const { parts, sums, differs } = comesTo(text, currency);
      expect({ text, parts, sums, differs }).toEqual({
        text,
        parts: written.parts,
        sums: written.sums,
        differs: [],
      });
    }
  });
});

describe('what a list is asked', () => {
  it('which dollars, once for the whole list, and counts them by the answer', () => {
    const text = 'Board: Mole T4 - $50\nCard: Tideline 380 - $186';
    const list = readList(text, 'EUR');
    const { doubts } = addUp(list, briefIn('EUR'));
    expect(doubts).toMatchObject([{ what: 'currency', text: '$', line: 1 }]);
    const answers = new Map([[doubtKey(doubts[0]), doubts[0].codes.indexOf('CAD')]]);
    const answered = readList(text, 'EUR', answers);
    const rates = [{ from: 'CAD', to: 'EUR', rate: 0.5, on: '2026-11-20' }];
    const audit = addUp(answered, { ...briefIn('EUR'), rates }, answers);
    expect(answered.currency).toBe('CAD');
    expect(audit.totals?.dueNow).toBe(23_600);
    // 236.00 CAD are 118.00 EUR: 382.00 under 500.00, whichever total is counted.
    expect(audit.against).toEqual([
      {
        limit: 'brief',
        limitMinor: 50_000,
        currency: 'EUR',
        over: { dueNow: -38_200, expected: -38_200, after: -38_200 },
      },
    ]);
  });
  it('two kinds of dollars are told apart', () => {
    const text = 'Board: Mole T4 - $50\nCard: Tideline 380 - C$186';
    const list = readList(text, 'EUR');
    expect(list.asked).toMatchObject([{ sign: '$', line: 1 }]);
    const [doubt] = addUp(list, briefIn('EUR')).doubts;
    const answers = new Map([[doubtKey(doubt), doubt.codes.indexOf('USD')]]);
    const rates = [{ from: 'CAD', to: 'USD', rate: 0.5, on: '2026-11-20' }];
    const answered = readList(text, 'EUR', answers);
    // 50.00 and half of 186.00.
    expect(addUp(answered, { ...briefIn('EUR'), rates }, answers).totals?.dueNow).toBe(14_300);
  });
  it('says over and under for all three totals, against the brief and the list’s own budget', () => {
    const text = 'Budget: $450\nGPU: Tideline 380 - $480 with a $50 rebate';
    // 480.00 at the till, 440.00 expected at four fifths, 430.00 after.
    expect(addUp(readList(text, 'USD'), briefIn('USD')).against.map(({ over }) => over)).toEqual([
      { dueNow: -2000, expected: -6000, after: -7000 },
      { dueNow: 3000, expected: -1000, after: -2000 },
    ]);
  });
  it('a rate where part of it is in another currency, and converts at it', () => {
    const list = readList('Board: Mole T4 - $50.00\nCard: Tideline 380 - €100', 'USD');
    expect(addUp(list, briefIn('USD')).doubts).toMatchObject([{ what: 'rate', text: 'EUR', line: 2 }]);
    const rates = [{ from: 'EUR', to: 'USD', rate: 1.25, on: '2026-11-20' }];
    expect(addUp(list, { ...briefIn('USD'), rates }).totals?.dueNow).toBe(17_500);
  });
  it('what a bare amount is, and counts it as it was answered', () => {
    const list = readList('GPU: Tideline 380 - $150\n$12', 'USD');
    const [doubt] = addUp(list, briefIn('USD')).doubts;
    expect(doubt).toMatchObject({ what: 'unclear', readings: [1200, -1200, 0], line: 2 });
    const dueNow = (answer: number) =>
      addUp(list, briefIn('USD'), new Map([[doubtKey(doubt), answer]])).totals?.dueNow;
    expect([1200, -1200, 0].map(dueNow)).toEqual([16_200, 13_800, 15_000]);
  });
  it('two doubts of one line have each their own answer', () => {
    const list = readList('PSU: Mast 500 - about $50 - about $10 MIR', 'USD');
    const { doubts } = addUp(list, briefIn('USD'));
    const answers = new Map(doubts.map((doubt, n) => [doubtKey(doubt), n === 0 ? 5100 : 1200]));
    expect(answers.size).toBe(2);
    const totals = addUp(list, briefIn('USD'), answers).totals;
    expect([totals?.dueNow, totals?.after]).toEqual([5100, 3900]);
  });
  it('two totals of one line are asked one by one', () => {
    const list = readList('PSU: Mast 500 - $50 ($10 MIR)\nTotal: about $50, about $40 after rebates', 'USD');
    const { doubts } = addUp(list, briefIn('USD'));
    expect(new Set(doubts.map(doubtKey)).size).toBe(2);
  });
  it('a line of over a thousand letters is shown and not read; a spoken list of many sentences is', () => {
    const long = readList(`GPU: ${'x'.repeat(1000)} - $150`, 'USD');
    expect(long.lines).toMatchObject([{ kind: 'remark', price: null }]);
    const spoken = readList('The supply is a Mast 500, fifty dollars. '.repeat(60), 'USD');
    expect(spoken.lines).toHaveLength(60);
    expect(addUp(spoken, briefIn('USD')).totals?.dueNow).toBe(300_000);
  });
  it('a line that says what it comes to is held to it', () => {
    const { findings } = addUp(
      readList('PSU: Mast 500 - $30.00 - $7.00 MIR = $24.00', 'USD'),
      briefIn('USD'),
    );
    expect(findings).toContainEqual({ code: 'line-differs', line: 1, stated: 2400, actual: 3000 });
  });
});
