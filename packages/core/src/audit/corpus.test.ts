import { describe, expect, it } from 'vitest';
import type { AuditBrief } from './audit.ts';
import { addUp, doubtKey, readAmount, readList, type ListFinding } from './index.ts';

/*
 * Lists of parts as people paste them, in many shapes, all invented. With each: what it comes to (due at checkout, after
 * rebates), how many of its lines are parts, what is to be found, and what has to be asked.
 */
interface Sample {
  readonly what: string;
  readonly text: string;
  readonly parts: number;
  /** Null while something is in doubt. */
  readonly totals: readonly [dueNow: number, after: number] | null;
  readonly findings?: readonly ListFinding['code'][];
  readonly doubts?: readonly string[];
  readonly shape?: 'csv' | 'markdown' | 'text';
}

const CORPUS: readonly Sample[] = [
  {
    what: 'one part a line, price behind a dash',
    parts: 3,
    totals: [30_180, 30_180],
    findings: ['no-total', 'no-shipping', 'no-tax-line'],
    text: 'Processor: Tarnholt Dunlin 250 - €132.90\nBoard: Kestrand Mole T4-2M10 - €77.99\nSupply: Ohmsby Mast 500 - €90.91',
  },
  {
    what: 'bullets and prices without a currency',
    parts: 2,
    totals: [15_250, 15_250],
    text: '- CPU: Dunlin 250 132.50\n- RAM: Spar 2x8 3600 CL16: 20.00',
  },
  {
    what: 'a total that adds up',
    parts: 2,
    totals: [20_000, 20_000],
    findings: ['no-shipping', 'no-tax-line'],
    text: 'GPU: Ember 270 Duo - 150.00\nPSU: Mast 500 - 50.00\nTotal: 200.00',
  },
  {
    what: 'a total that does not',
    parts: 2,
    totals: [20_000, 20_000],
    findings: ['total-differs', 'no-shipping', 'no-tax-line'],
    text: 'GPU: Ember 270 Duo - 150.00\nPSU: Mast 500 - 50.00\nTotal: 190.00',
  },
  {
    what: 'a mail-in rebate in words',
    parts: 1,
    totals: [12_000, 10_000],
    findings: ['no-total', 'no-shipping', 'no-tax-line', 'rebate-needs-claim'],
    text: 'Card: Gullmoor Tideline 380 Duo - €120.00 (-€20.00 mail-in rebate)',
  },
  {
    what: 'a rebate by its letters, and the sum after it said',
    parts: 1,
    totals: [12_000, 10_500],
    text: 'GPU: Tideline 380 Duo - 120.00 - 15.00 MIR = 105.00',
  },
  {
    what: 'a code with what it takes off',
    parts: 1,
    totals: [9000, 9000],
    text: 'Case: Boxwick Crate M1 - 100.00 (-10.00 with code HARBOUR)',
  },
  {
    what: 'a code named first',
    parts: 1,
    totals: [8500, 8500],
    text: 'Case: Boxwick Crate M1, code HARBOUR -15.00, 100.00',
  },
  {
    what: 'an instant discount',
    parts: 1,
    totals: [7200, 7200],
    text: 'Cooler: Draughtley Breeze 100 - 80.00 - 8.00 instant',
  },
  { what: 'cashback', parts: 1, totals: [20_000, 19_400], text: 'CPU: Rowan 350U - 200.00, 6.00 cashback' },
  {
    what: 'shipping beside a part',
    parts: 1,
    totals: [5490, 5490],
    findings: ['no-total', 'no-tax-line'],
    text: 'PSU: Mast 500 - 50.00 + 4.90 shipping',
  },
  {
    what: 'shipping and tax lines',
    parts: 1,
    totals: [12_800, 12_800],
    findings: ['no-total'],
    text: 'Board: Mole T4-2M10 - 100.00\nShipping: 9.00\nTax: 19.00',
  },
  {
    what: 'owned parts',
    parts: 3,
    totals: [10_000, 10_000],
    text: 'Case: old office case (owned)\nCPU: Dunlin 250 - 100.00\nDrive: Barge 500 GB - already have',
  },
  { what: 'two of one, each', parts: 1, totals: [9000, 9000], text: 'Memory: 2x Spar 8 GB - 45.00 each' },
  {
    what: 'a multiplier behind',
    parts: 1,
    totals: [9000, 9000],
    text: 'Memory: Spar 8 GB x2 - 45.00 apiece',
  },
  {
    what: 'decimal commas',
    parts: 2,
    totals: [18_289, 18_289],
    text: 'CPU: Dunlin 250 – 132,90 €\nRAM: Spar 2x8 – 49,99 €',
  },
  {
    what: 'thousands with a point and a decimal comma',
    parts: 1,
    totals: [129_900, 129_900],
    text: 'Card: Tideline 390 Trio – 1.299,00 €',
  },
  {
    what: 'thousands that could be a slip of the finger',
    parts: 1,
    totals: null,
    doubts: ['1.299'],
    text: 'Card: Tideline 390 Trio – €1.299',
  },
  {
    what: 'a letter among the digits',
    parts: 1,
    totals: null,
    doubts: ['1O9.90'],
    text: 'CPU: Dunlin 250 – €1O9.90',
  },
  {
    what: 'a question mark in a price',
    parts: 1,
    totals: null,
    doubts: ['12?.90'],
    text: 'CPU: Dunlin 250 – €12?.90',
  },
  {
    what: 'about so much',
    parts: 2,
    totals: null,
    doubts: ['~120'],
    text: 'CPU: Dunlin 250 – ~120 €\nPSU: Mast 500 – 50.00',
  },
  {
    what: 'a price that is missing',
    parts: 2,
    totals: [5000, 5000],
    findings: ['no-price', 'no-total', 'no-shipping', 'no-tax-line'],
    text: 'CPU: Dunlin 250\nPSU: Mast 500 – 50.00',
  },
  {
    what: 'a Markdown table',
    shape: 'markdown',
    parts: 2,
    totals: [21_089, 21_089],
    text: '| Slot | Part | Price |\n|---|---|---|\n| CPU | Tarnholt Dunlin 250 | €132.90 |\n| Board | Mole T4-2M10 | €77.99 |',
  },
  {
    what: 'a Markdown table with links, bold and a total row',
    shape: 'markdown',
    parts: 2,
    totals: [21_089, 21_089],
    findings: ['no-shipping', 'no-tax-line'],
    text: '| Type | Item | Price |\n|:--|:--|--:|\n| **CPU** | [Dunlin 250](https://example.invalid/d) | 132.90 |\n| **Board** | [Mole](https://example.invalid/m) | 77.99 |\n| | **Total** | **210.89** |',
  },
  {
    what: 'CSV with a header',
    shape: 'csv',
    parts: 2,
    totals: [21_089, 21_089],
    text: 'slot,part,price,shop\nprocessor,Tarnholt Dunlin 250,132.90,Cobblegate\nboard,"Mole T4-2M10, mATX",77.99,Pennywharf',
  },
  {
    what: 'CSV with semicolons, decimal commas, rebates and shipping',
    shape: 'csv',
    parts: 2,
    totals: [25_390, 23_390],
    findings: ['no-total', 'no-tax-line', 'rebate-needs-claim'],
    text: 'Part;Price;Rebate;Shipping\nDunlin 250;132,90;0;4,90\nTideline 380;116,10;20,00;0',
  },
  {
    what: 'columns apart by tabs, with a discount column and pieces',
    shape: 'csv',
    parts: 2,
    totals: [18_000, 18_000],
    text: 'Item\tQty\tPrice\tDiscount\nSpar 8 GB\t2\t45.00\t\nMast 500\t1\t100.00\t10.00',
  },
  {
    what: 'rules, headings and remarks around the parts',
    parts: 2,
    totals: [20_000, 20_000],
    findings: ['no-shipping', 'no-tax-line'],
    text: '# My seat\n----------\nThis is what I came up with so far\nGPU: Ember 270 Duo - 150.00\nPSU: Mast 500 - 50.00\n==========\nTotal: 200.00\nWhat do you think?',
  },
  {
    what: 'a shop behind every part',
    parts: 2,
    totals: [18_290, 18_290],
    text: 'CPU: Dunlin 250 @ Cobblegate - 132.90\nRAM: Spar 2x8 - 50.00 (Pennywharf)',
  },
  {
    what: 'a total after rebates that is right, and one before that is wrong',
    parts: 2,
    totals: [20_000, 18_000],
    findings: ['total-differs', 'no-shipping', 'no-tax-line', 'rebate-needs-claim'],
    text: 'GPU: Tideline 380 - 150.00 (20.00 rebate)\nPSU: Mast 500 - 50.00\nTotal: 199.00\nTotal after rebates: 180.00',
  },
  {
    what: 'a discount on all of it',
    parts: 2,
    totals: [18_500, 18_500],
    text: 'GPU: Tideline 380 - 150.00\nPSU: Mast 500 - 50.00\nCombo: -15.00',
  },
  {
    what: 'more than the sum',
    parts: 1,
    totals: [70_000, 70_000],
    findings: ['no-total', 'no-shipping', 'no-tax-line'],
    text: 'GPU: Tideline 390 Trio - 700.00',
  },
  {
    what: 'numbered lines, addresses behind',
    parts: 2,
    totals: [18_290, 18_290],
    text: '1. CPU: Dunlin 250 - 132.90 https://example.invalid/a\n2. RAM: Spar 2x8 - 50.00 https://example.invalid/b',
  },
  { what: 'nothing but words', parts: 0, totals: [0, 0], text: 'Hello!\nI need a computer for the league.' },
];

const BRIEF: AuditBrief = {
  currency: 'EUR',
  limitMinor: 64_000,
  claimHabits: { fileChance: 0.85, acceptChance: 0.9, yearlyRate: 0, costMinor: 0, used: [] },
  rates: [],
};
const read = (text: string, answers?: ReadonlyMap<string, number>) =>
  addUp(readList(text, 'EUR', answers), BRIEF, answers);

describe('lists pasted from elsewhere', () => {
  it('are at least 25', () => expect(CORPUS.length).toBeGreaterThanOrEqual(25));
  it.each(CORPUS)('$what', ({ text, parts, totals, findings, doubts, shape }) => {
    const list = readList(text, 'EUR');
    if (shape) expect(list.shape).toBe(shape);
    expect(list.lines.filter((line) => line.kind === 'part')).toHaveLength(parts);
    const audit = addUp(list, BRIEF);
    expect(audit.totals && [audit.totals.dueNow, audit.totals.after]).toEqual(totals);
    expect(audit.doubts.map((doubt) => doubt.text.replace(/[€\s]/g, ''))).toEqual(doubts ?? []);
    if (findings) expect(audit.findings.map((finding) => finding.code).sort()).toEqual([...findings].sort());
  });
  it('say what a doubtful number may be, and add up once it was answered', () => {
    const text = 'Card: Tideline 390 Trio – €1.299\nPSU: Mast 500 – 50';
    const [doubt] = read(text).doubts;
    expect(doubt.readings).toEqual([129_900, 130]);
    expect(read(text, new Map([[doubtKey(doubt), 129_900]])).totals?.dueNow).toBe(134_900);
  });
  it('keep an answer for the line that it was given to, and for no line of another list', () => {
    const [doubt] = read('Card: Tideline 390 Trio – €1.299').doubts;
    const answers = new Map([[doubtKey(doubt), 129_900]]);
    expect(read('Card: Ember 390 Trio – €1.099', answers).doubts).toHaveLength(1);
    expect(read('My list\nCard: Tideline 390 Trio – €1.299', answers).totals?.dueNow).toBe(129_900);
  });
  it('keep the three totals in order', () => {
    for (const { text } of CORPUS) {
      const { totals } = read(text);
      if (!totals) continue;
      expect(totals.after).toBeLessThanOrEqual(totals.expected);
      expect(totals.expected).toBeLessThanOrEqual(totals.dueNow);
    }
  });
});

describe('amounts as they are typed', () => {
  it.each([
    ['132.90', 13_290],
    ['132,90', 13_290],
    ['€ 132.9', 13_290],
    ['1 299,00', 129_900],
    ['1.299,00', 129_900],
    ['1,299.00', 129_900],
    ['1.299.000', 129_900_000],
    ['132', 13_200],
    ['132.90 EUR', 13_290],
  ])('%s is %i', (text, minor) => expect(readAmount(text, 'EUR')).toEqual({ kind: 'sure', minor }));
  it.each(['1.299', '1,299', '13l.90', '~120', '12.34.5', '1.2345'])('%s is asked about', (text) =>
    expect(readAmount(text, 'EUR')?.kind).toBe('doubtful'),
  );
  it('counts in the currency’s own places', () => {
    expect(readAmount('1299', 'JPY')).toEqual({ kind: 'sure', minor: 1299 });
    expect(readAmount('no price', 'EUR')).toBeNull();
  });
});
