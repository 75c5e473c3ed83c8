import { describe, expect, it } from 'vitest';
import { nextMove, rankStart, type NextMove, type StartReport } from './bring-up.ts';
import type { StartCauseCode } from './cause-codes.ts';
import { CAUSE_TABLE, type Machine } from './causes.ts';
import { QUESTIONS } from './questions.ts';
import { randomFrom } from '../test/random.ts';

/*
 * A machine as it behaves, told from what is wrong inside, not from the tables that judge it: power runs from the plug to the
 * board, the board tests processor, memory, card and drive in that order and stays where it fails. How often things go wrong
 * and how boards differ is drawn anew for each machine. Invented for this test.
 */
type Fault = Exclude<StartCauseCode, 'other'>;

/** How often each goes wrong in new machines, in this world: not the weights of the tables. */
const OFTEN: Readonly<Record<Fault, number>> = {
  learning: 3,
  'no-power': 6,
  'front-lead': 8,
  'board-power': 6,
  'cpu-power': 11,
  short: 4,
  'memory-seat': 17,
  firmware: 6,
  'wrong-output': 8,
  screen: 5,
  'card-seat': 5,
  'card-power': 8,
  'cooler-fan': 4,
  drive: 5,
  'dead-psu': 1.2,
  'dead-board': 1.5,
  'dead-memory': 1.2,
  'dead-cpu': 0.3,
  'dead-gpu': 1,
};

class Broken {
  private readonly hasLights: boolean;
  private readonly hasStandby: boolean;
  private readonly loops: boolean;

  constructor(
    readonly faults: Set<Fault>,
    readonly machine: Machine,
    private readonly draw: () => number,
  ) {
    this.hasLights = draw() < 0.65;
    this.hasStandby = draw() < 0.85;
    this.loops = draw() < 0.35;
  }
  private has = (...some: Fault[]) => some.some((each) => this.faults.has(each));
  private chance = (p: number) => this.draw() < p;

  /** Where the board stops while it tests itself. */
  private stage(): 'processor' | 'memory' | 'card' | 'drive' | 'ok' | 'off' {
    if (this.has('no-power', 'dead-psu', 'board-power', 'short') || this.has('dead-board')) return 'off';
    if (this.has('cpu-power', 'firmware', 'dead-cpu')) return 'processor';
    if (this.has('memory-seat', 'dead-memory', 'learning')) return 'memory';
    if (this.machine.card && this.has('card-seat', 'card-power', 'dead-gpu')) return 'card';
    return this.has('drive') ? 'drive' : 'ok';
  }
  private dark = () => this.has('wrong-output', 'screen');

  answer(code: string): number {
    switch (code) {
      case 'fans':
        if (this.has('no-power', 'front-lead', 'board-power')) return 0;
        if (this.has('dead-psu')) return this.chance(0.8) ? 0 : 1;
        if (this.has('short')) return this.chance(0.7) ? 1 : 2;
        if (this.has('dead-board')) return this.chance(0.55) ? 0 : this.chance(0.5) ? 1 : 3;
        if (this.has('cooler-fan')) return this.chance(0.65) ? 2 : 3;
        return ['processor', 'memory'].includes(this.stage()) && this.loops ? 2 : 3;
      case 'standby':
        if (!this.hasStandby) return 2;
        return this.has('no-power', 'dead-psu', 'board-power') || (this.has('dead-board') && this.chance(0.5))
          ? 1
          : 0;
      case 'picture':
        if (this.has('front-lead') || this.dark()) return 0;
        return this.stage() === 'ok' ? 2 : this.stage() === 'drive' ? 1 : 0;
      case 'trouble-light':
        if (!this.hasLights || this.has('front-lead')) return 4;
        return { memory: 0, processor: 1, card: 2, drive: 3, ok: 4, off: 4 }[this.stage()];
      case 'pins':
        return this.has('no-power', 'dead-psu', 'board-power', 'short', 'dead-board') ? 1 : 0;
      case 'output':
        return this.has('wrong-output') ? 1 : 0;
      case 'card-fed':
        return this.has('card-power') ? 1 : 0;
      case 'cpu-fed':
        return this.has('cpu-power') ? 1 : 0;
      case 'one-stick':
        return this.stage() === 'memory' && this.chance(this.has('dead-memory') ? 0.5 : 0.8) ? 0 : 1;
      case 'without-card':
        return ['card', 'ok', 'drive'].includes(this.stage()) && !this.has('screen', 'front-lead') ? 0 : 1;
      default:
        return this.has('screen') ? (this.chance(0.8) ? 1 : 2) : this.chance(0.75) ? 0 : 2;
    }
  }
  /** Whether a cure helps: it takes its own fault away, and waiting helps who only waits. */
  cure(cause: StartCauseCode): boolean {
    return this.faults.delete(cause as Fault);
  }
}

type Mover = (machine: Machine, report: StartReport) => NextMove;

/** Asks the first five questions in the order in which they stand, and tries causes in the order of their weights. */
const inFixedOrder: Mover = (machine, report) => {
  const asked = report.answers.length;
  const questions = QUESTIONS.filter((each) => each.asks(machine));
  const [best] = rankStart(machine, report).filter(
    ({ cause }) => !report.tried.includes(cause.code) && cause.code !== 'other',
  );
  if (asked < Math.min(5, questions.length) && best.probability < 0.6)
    return { kind: 'ask', question: questions[asked] };
  return { kind: 'try', ...best };
};

interface Outcome {
  readonly questions: number;
  /** Cures that were tried until the first one that helped, with it. */
  readonly tries: number;
  readonly replaced: number;
}

/** Goes on until something helped, or a dozen cures did not. */
function session(broken: Broken, move: Mover, wrong: () => boolean, draw: () => number): Outcome {
  let report: StartReport = { answers: [], tried: [] };
  let replaced = 0;
  while (report.tried.length < 12) {
    const next = move(broken.machine, report);
    if (next.kind === 'end') break;
    if (next.kind === 'ask') {
      const { code, answers } = next.question;
      const answer = wrong() ? Math.floor(draw() * answers.length) : broken.answer(code);
      report = { ...report, answers: [...report.answers, { question: code, answer }] };
      continue;
    }
    if (next.cause.replaces !== null) replaced++;
    report = { ...report, tried: [...report.tried, next.cause.code] };
    if (broken.cure(next.cause.code)) break;
  }
  return { questions: report.answers.length, tries: report.tried.length, replaced };
}

/** A thousand machines with one fault or two, each with its own board and hand. */
function thousand(move: Mover): Outcome[] {
  const faults = Object.keys(OFTEN) as Fault[];
  return Array.from({ length: 1000 }, (_, n) => {
    const draw = randomFrom(n + 1);
    const card = draw() < 0.8;
    const own = draw() < 0.5;
    const isOld = draw() < 0.15;
    const weights = faults.map((fault) => {
      if (!card && ['wrong-output', 'card-seat', 'card-power', 'dead-gpu'].includes(fault)) return 0;
      if (fault === 'firmware' && !isOld) return 0;
      return OFTEN[fault] * (fault === 'firmware' ? 6 : 1) * (0.5 + draw());
    });
    const pick = (): Fault => {
      let left = draw() * weights.reduce((sum, each) => sum + each, 0);
      return faults[weights.findIndex((each) => (left -= each) < 0)];
    };
    const wrongs = new Set([pick(), ...(draw() < 0.2 ? [pick()] : [])]);
    const machine: Machine = {
      card,
      cardLeads: card,
      ownGraphics: own,
      oldFirmware: isOld ? (draw() < 0.7 ? true : null) : false,
      sticks: 2,
    };
    return session(new Broken(wrongs, machine, draw), move, () => draw() < 0.1, draw);
  });
}
const median = (values: readonly number[]) =>
  [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)];
const share = (all: readonly Outcome[], isSo: (each: Outcome) => boolean) =>
  all.filter(isSo).length / all.length;

describe('a machine that does not start', () => {
  it('of a thousand, one answer in ten wrong: the cause within five questions at the median, nine in ten within three cures', () => {
    const told = thousand(nextMove);
    const fixed = thousand(inFixedOrder);
    const first = (all: readonly Outcome[]) => share(all, ({ tries }) => tries <= 3);
    console.log(
      `first start: ${median(told.map((each) => each.questions))} questions at the median, ${(100 * first(told)).toFixed(1)} % within three cures; in fixed order ${median(fixed.map((each) => each.questions))} and ${(100 * first(fixed)).toFixed(1)} %`,
    );
    expect(median(told.map((each) => each.questions))).toBeLessThanOrEqual(5);
    expect(first(told)).toBeGreaterThan(0.9);
    expect(median(told.map((each) => each.questions))).toBeLessThanOrEqual(
      median(fixed.map((each) => each.questions)),
    );
    expect(first(told)).toBeGreaterThan(first(fixed));
  });
  it('thinks of no dead part while something loose is likely, and replaces nothing in a machine that only takes its time', () => {
    const all = Array.from({ length: 200 }, (_, n) => {
      const draw = randomFrom(n + 5000);
      const machine: Machine = {
        card: draw() < 0.8,
        cardLeads: true,
        ownGraphics: true,
        oldFirmware: false,
        sticks: 2,
      };
      return session(
        new Broken(new Set<Fault>(['learning']), machine, draw),
        nextMove,
        () => draw() < 0.1,
        draw,
      );
    });
    expect(all.every(({ replaced }) => replaced === 0)).toBe(true);
    const start = rankStart(
      { card: true, cardLeads: true, ownGraphics: true, oldFirmware: false, sticks: 2 },
      { answers: [], tried: [] },
    );
    expect(start.slice(0, 8).every(({ cause }) => cause.replaces === null)).toBe(true);
  });
  it('is never certain, learns nothing from “not known”, and forgets a cause that was tried without help', () => {
    const machine: Machine = {
      card: true,
      cardLeads: true,
      ownGraphics: false,
      oldFirmware: false,
      sticks: 2,
    };
    const all = QUESTIONS.map(({ code }) => ({ question: code, answer: 0 }));
    for (const { probability } of rankStart(machine, { answers: all, tried: [] }))
      expect(probability).toBeLessThan(1);
    const nothing = rankStart(machine, { answers: [], tried: [] });
    expect(rankStart(machine, { answers: [{ question: 'fans', answer: -1 }], tried: [] })).toEqual(nothing);
    const [first] = nothing;
    const after = rankStart(machine, { answers: [], tried: [first.cause.code] });
    expect(after[0].cause.code).not.toBe(first.cause.code);
    expect(nothing.reduce((sum, { probability }) => sum + probability, 0)).toBeCloseTo(1, 9);
  });
  it('asks nothing about what is not there', () => {
    const bare: Machine = { card: false, cardLeads: null, ownGraphics: true, oldFirmware: false, sticks: 1 };
    let report: StartReport = { answers: [], tried: [] };
    for (let n = 0; n < 12; n++) {
      const next = nextMove(bare, report);
      if (next.kind !== 'ask') break;
      expect(['output', 'card-fed', 'without-card', 'one-stick']).not.toContain(next.question.code);
      report = { ...report, answers: [...report.answers, { question: next.question.code, answer: -1 }] };
    }
    expect(
      rankStart(bare, report).some(({ cause }) =>
        ['wrong-output', 'card-seat', 'card-power', 'dead-gpu'].includes(cause.code),
      ),
    ).toBe(false);
  });
  it('puts firmware first where the board ships too old for the processor', () => {
    const old: Machine = { card: true, cardLeads: true, ownGraphics: false, oldFirmware: true, sticks: 2 };
    expect(rankStart(old, { answers: [], tried: [] })[0].cause.code).toBe('firmware');
  });
  it('has a row of its length for every question and cause, and something to try for each', () => {
    for (const { answers, usual, rows } of QUESTIONS)
      for (const row of [usual, ...Object.values(rows)]) {
        expect(row).toHaveLength(answers.length);
        expect(row.every((each) => each > 0)).toBe(true);
      }
    for (const { tries, rulesOut, reason } of CAUSE_TABLE)
      expect([tries.length > 0, rulesOut, reason].every(Boolean)).toBe(true);
  });
});
