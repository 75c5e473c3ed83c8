import { readFileSync } from 'node:fs';
import {
  briefFileSchema,
  briefOf,
  briefSchema,
  catalogueFileSchema,
  catalogueOf,
  writeTuningTable,
  type Assembly,
  type BenchKept,
  type Candidate,
  type Decision,
  type Order,
  type Tuning,
} from '@ripe-pick/contract';
import type { Brief, Picks } from '@ripe-pick/core/parts';
import { machineStates } from '@ripe-pick/core/tuning';
import { priceIndexOf } from '@ripe-pick/core/money';
import { describe, expect, it } from 'vitest';
import type { Command } from '../../shared/stores/commands.ts';
import { withDecisions } from '../../shared/stores/decisions.ts';
import { blankBrief } from '../../shared/stores/blank-brief.ts';
import { againstWords } from './against-words.ts';
import { PaletteIndex } from './palette.ts';
import { decisionWords, madeWords, measuredWords, orderedWords, storyMarkdown } from './story.ts';

const catalogue = catalogueOf(
  catalogueFileSchema.parse(
    JSON.parse(readFileSync(new URL('../../../../demo/files/catalogue.json', import.meta.url), 'utf8')),
  ),
);

const decision = (change: Partial<Decision> = {}): Decision => ({
  at: '2026-11-20T09:30:00Z',
  slot: 'gpu',
  chose: { part: 'b', name: 'Maker B', offer: 'b.shop', priceMinor: 20000 },
  beat: { part: 'a', name: 'Maker A', offer: 'a.shop', priceMinor: 15000 },
  why: 'swapped in its lane',
  currency: 'EUR',
  moneyMinor: 5000,
  score: 12_300,
  ...change,
});

describe('decisions', () => {
  it('are told with what was chosen, what it beat, what it changed and why', () => {
    expect(decisionWords(decision())).toBe(
      'Graphics card: Maker B at €200.00, in place of Maker A at €150.00 (+€50.00, +12.3 fps): swapped in its lane.',
    );
    expect(decisionWords(decision({ chose: null, moneyMinor: null, score: null }))).toContain(
      'integrated graphics',
    );
  });
  it('a walk along a lane is one decision: from where it began to where it ended', () => {
    const walk = [
      decision(),
      decision({
        at: '2026-11-20T09:30:04Z',
        chose: { part: 'c', name: 'Maker C', offer: null, priceMinor: null },
        beat: decision().chose,
        moneyMinor: 700,
        score: 100,
      }),
    ];
    const [one, ...rest] = withDecisions([], walk);
    expect(rest).toEqual([]);
    expect([one.beat?.part, one.chose?.part, one.moneyMinor, one.score]).toEqual(['a', 'c', 5700, 12_400]);
    expect(withDecisions([decision()], [decision({ at: '2026-11-20T10:30:00Z' })])).toHaveLength(2);
    expect(withDecisions([decision()], [decision({ slot: 'memory' })])).toHaveLength(2);
  });
  it('stay within what is kept, the newest last', () => {
    let all: Decision[] = [];
    for (let n = 0; n < 340; n++)
      all = withDecisions(all, [decision({ slot: n % 2 ? 'gpu' : 'memory', why: `step ${n}` })]);
    expect(all.length).toBeLessThanOrEqual(300);
    expect(all.at(-1)?.why).toBe('step 339');
  });
  it('a story names decisions and rulings-out with their reasons, one line each', () => {
    const candidate: Candidate = {
      id: 'a',
      name: 'A',
      picks: {},
      note: 'For\nthe league',
      isArchived: false,
      ordersOf: null,
      decisions: [decision()],
      path: [],
    };
    const brief = {
      ...blankBrief(),
      excluded: [
        { part: 'x', reason: 'too\nloud' },
        { part: 'y', reason: '' },
      ],
    };
    const text = storyMarkdown(candidate, brief, (part) => `Part ${part}`);
    expect(text).toContain('- 2026-11-20 09:30 Graphics card: Maker B');
    expect(text).toContain('- Part x: too loud');
    expect(text).toContain('- Part y (no reason given)');
  });
});

describe('a candidate against the best', () => {
  const market = priceIndexOf(catalogue, blankBrief());
  const swap = {
    slot: 'gpu' as const,
    from: { part: 'gullmoor-tideline-280-solo', offer: null },
    to: null,
    money: 1400,
    score: -3000,
  };
  it('says what it costs, how fast it is, and why', () => {
    const held = { money: 1400, score: -3000, swaps: [swap], because: [swap], barriers: [] };
    expect(againstWords('Mine', held, 'EUR', 'fps', market)).toBe(
      'Mine costs €14.00 more and is 3.0 fps slower, because the graphics card is integrated graphics and not Gullmoor Tideline 280 Solo 14 GB.',
    );
    expect(againstWords('Mine', { ...held, money: -100, score: 20, because: [] }, 'EUR', 'fps', market)).toBe(
      'Mine costs €1.00 less and is as fast.',
    );
    expect(
      againstWords('Mine', { ...held, score: null, barriers: ['socket'] }, 'EUR', 'fps', market),
    ).toContain('breaks rules');
    expect(againstWords('Mine', { ...held, swaps: [] }, 'EUR', 'fps', market)).toBe('Mine is the best set.');
  });
});

describe('the palette', () => {
  const ran: string[] = [];
  const commands: Command[] = [
    { id: 'go', title: 'Stretch', group: 'Screen', run: () => ran.push('stretch') },
    { id: 'undo', title: 'Undo: rename', group: 'Edit', run: () => ran.push('undo') },
  ];
  const { parts } = catalogue;
  const index = new PaletteIndex(commands, parts, (part) => ran.push(part.id));
  it('shows what can be done before anything is typed', () => {
    expect(index.find('  ').map((entry) => entry.title)).toEqual(['Stretch', 'Undo: rename']);
  });
  it('finds parts by pieces of their names, in any order, and with a letter missing', () => {
    const some = parts.find((part) => part.kind === 'gpu' && part.name.includes('280'));
    const [series, number] = some?.name.split(' ') ?? [];
    const found = index.find(`${number} ${series.slice(0, 4)}`);
    expect(found.length).toBeGreaterThan(0);
    for (const entry of found) expect(entry.title).toContain(number);
    expect(index.find('Strech')[0]?.title).toBe('Stretch');
  });
  it('puts commands above parts, runs them, and finds nothing where there is nothing', () => {
    index.find('stre')[0].run();
    expect(ran).toContain('stretch');
    expect(index.find('zzzzzz')).toEqual([]);
    expect(index.find('graphics').length).toBeLessThanOrEqual(40);
  });
});

describe('how a machine was made', () => {
  const at = '2026-11-20T20:00:00Z';
  const read = { celsius: 70, volts: null, errors: 0, score: null, note: '=1+1' };
  const tuning: Tuning = {
    id: 'a.cpu',
    candidate: 'a',
    simulated: null,
    plan: {
      ...{
        stage: 'cpu',
        way: 'clock',
        start: 3800,
        step: 25,
        soakMinutes: 5,
        backOff: 50,
        finalMinutes: 270,
      },
      ...{ margin: 0, limit: null, maxCelsius: null, maxVolts: null },
    },
    attempts: [
      { serial: 0, setting: 3800, purpose: 'step', minutes: 5, beganAt: at, outcome: 'held', ...read },
      { serial: 1, setting: 3825, purpose: 'step', minutes: 5, beganAt: at, outcome: 'crash', ...read },
      { serial: 2, setting: 3800, purpose: 'final', minutes: 270, beganAt: at, outcome: 'held', ...read },
    ],
  };
  const assembly: Assembly = {
    id: 'a',
    choices: { cardFirst: false, shieldOnBoard: null, onCarpet: false, pasteInBox: null },
    order: [],
    steps: [
      { code: 'lay-out', state: 'done', at, minutes: 12.4, reason: '' },
      { code: 'port-shield', state: 'skipped', at, minutes: null, reason: 'fixed to the motherboard' },
    ],
    notes: [{ code: 'board-in', text: 'one screw short' }],
    start: {
      atFirstPress: false,
      answers: [],
      tried: ['memory-seat', 'firmware'],
      cured: 'firmware',
      settings: [{ code: 'memory-profile', reading: 1800 }],
    },
  };
  it('is told step by step: what was skipped, what it was, what it holds at', () => {
    expect(madeWords(assembly, [tuning])).toEqual([
      'Build day: 1 step done, 12 min timed.',
      'Skipped “port-shield”: fixed to the motherboard.',
      'Note at “board-in”: one screw short',
      'It did not start at the first press; it was: The BIOS does not know the processor (tried before: Memory not home, or in the wrong slot).',
      '1 setting seen to, 1 figure read off.',
      'Processor holds at 3800 MHz, from 3800: 3 attempts, 1 of them failed.',
    ]);
    expect(madeWords(undefined, [])).toEqual([]);
  });
  it('says what was ordered and measured: the demo’s second seat, from list to last pass', () => {
    const demo = (name: string): unknown =>
      JSON.parse(readFileSync(new URL(`../../../../demo/files/${name}`, import.meta.url), 'utf8'));
    const { candidate, orders, tunings } = demo('seat-two.json') as {
      candidate: Candidate;
      orders: Order[];
      tunings: Tuning[];
    };
    const paid = orders.flatMap(({ lines }) => lines.map(({ paidMinor }) => paidMinor ?? 0));
    const sum = (paid.reduce((a, b) => a + b, 0) / 100).toFixed(2);
    expect(orderedWords(orders)).toEqual([
      expect.stringMatching(
        new RegExp(`^Ordered from 2026-11-02 at .* for €${sum}; all here by 2026-11-06\\.$`),
      ),
    ]);
    expect(orderedWords([])).toEqual([]);
    const brief = briefSchema.parse(briefOf(briefFileSchema.parse(demo('brief-league-seat.json')))) as Brief;
    const states = machineStates(
      catalogue,
      brief,
      candidate.picks as Picks,
      tunings,
      demo('bench-seat-two.json') as BenchKept,
    );
    const words = measuredWords(states, (game) => game);
    expect(words.map((line) => line.split(':')[0])).toEqual([
      'Measured as shipped',
      'Measured with its rated profile on',
      'Measured tuned',
    ]);
    expect(words[2]).toMatch(/netfall \d+ \(\d+ to \d+ expected\), brineball \d+/);
  });
  it('goes out as a table in which nothing is a formula', () => {
    const [head, first] = writeTuningTable(tuning).split(/\r?\n/);
    expect(head).toBe('stage,way,began_at,setting,purpose,minutes,outcome,celsius,volts,errors,score,note');
    expect(first).toMatch(new RegExp(`^cpu,clock,${at},3800,step,5,held,70,,0,,"?'=1\\+1"?$`));
  });
});
