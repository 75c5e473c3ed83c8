import type { Brief } from '../parts/index.ts';
import { prepare, wishesOf, type Answer, type WishStep } from '../search/index.ts';
import { openSession, type Session } from '../session/index.ts';
import { partOf, type Work } from '../work/index.ts';

/** What a wish of the brief costs: the proved best without it, for the same money. */
export interface WishCost {
  /** The wish in short words, and what giving it up is. */
  readonly wish: string;
  readonly without: string;
  /** Its place among {@link openWishes}. */
  readonly at: number;
  /** Null: nothing fits even so. */
  readonly answer: Answer | null;
  /** What it costs of the objective, in thousandths; null where either is not known. */
  readonly lost: number | null;
}
export interface WishCosts {
  readonly best: Answer | null;
  /** The dearest wish first. */
  readonly costs: readonly WishCost[];
  readonly isComplete: boolean;
}

const dearestFirst = (a: WishCost, b: WishCost) =>
  (b.lost ?? Infinity) - (a.lost ?? Infinity) || (a.answer?.cost ?? 0) - (b.answer?.cost ?? 0);

/** The wishes that a brief could do without, each with its smallest step; a locked slot is a wish too, an ordered part is none. */
export const openWishes = (brief: Brief): readonly { readonly wish: string; readonly step: WishStep }[] =>
  wishesOf({ ...brief, locks: brief.locks.filter(({ isOrdered }) => !isOrdered) }).map(({ kept, steps }) => ({
    wish: kept,
    step: steps[0],
  }));

/** Proves the best build without each wish of the brief in turn. */
export function* wishCosts(session: Session): Work<{ readonly done: number }, WishCosts> {
  const { brief, limit, stated } = session;
  const wishes = openWishes(brief);
  let done = 0;
  const solved = (of: Session) =>
    partOf(prepare(of).solve(limit), () => ({ done: done / (wishes.length + 1) }));
  const first = yield* solved(session);
  if (first.status === 'limit') return { best: null, costs: [], isComplete: false };
  const best = first.answers.at(0) ?? null;
  const costs: WishCost[] = [];
  for (const [at, { wish, step }] of wishes.entries()) {
    done++;
    const { answers, status } = yield* solved(openSession(stated, step.change(brief)));
    if (status === 'limit') return { best, costs: costs.sort(dearestFirst), isComplete: false };
    const answer = answers.at(0) ?? null;
    const lost = best && answer ? answer.score - best.score : null;
    costs.push({ wish, without: step.sentence, at, answer, lost });
  }
  return { best, costs: costs.sort(dearestFirst), isComplete: true };
}
