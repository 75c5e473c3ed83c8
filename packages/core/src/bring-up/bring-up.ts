import type { StartCauseCode } from './cause-codes.ts';
import { CAUSE_TABLE, type StartCause, type Machine } from './causes.ts';
import { QUESTIONS, type StartQuestion } from './questions.ts';

/** What was answered and tried so far, in order. */
export interface StartReport {
  readonly answers: readonly { readonly question: string; readonly answer: number }[];
  /** Causes whose cure was tried, and did not help. */
  readonly tried: readonly StartCauseCode[];
}

interface RankedStart {
  readonly cause: StartCause;
  /** Never certain: what is not listed always keeps a share. */
  readonly probability: number;
}

/** What is told next: a question, something to try, or that the list is at its end. */
export type NextMove =
  | { readonly kind: 'ask'; readonly question: StartQuestion }
  | { readonly kind: 'try'; readonly cause: StartCause; readonly probability: number }
  | { readonly kind: 'end' };

/** Share of answers that are taken to be wrong: one in ten or so. Chosen. */
const WRONG = 0.08;
/** How much is left of a cause whose cure did not help: it may have been done badly. Chosen. */
const LEFT_AFTER_TRY = 0.12;
/** A question is worth asking when it is expected to tell so much, in nats; and that many at most before something is tried. */
const WORTH_ASKING = 0.12;
const MOST_IN_A_ROW = 5;
/** From here on a cure is tried before anything else is asked. */
const SURE_ENOUGH = 0.6;
/** A cure comes before any part is thought dead while it is likelier than this for each point of its effort. Chosen. */
const LOOSE_FIRST = 0.01;

function likelihoods({ rows, usual }: StartQuestion, cause: StartCauseCode): readonly number[] {
  const row = rows[cause] ?? usual;
  const sum = row.reduce((total, each) => total + each, 0);
  return row.map((each) => (1 - WRONG) * (each / sum) + WRONG / row.length);
}

function normalised(weights: ReadonlyMap<StartCauseCode, number>): Map<StartCauseCode, number> {
  const sum = [...weights.values()].reduce((total, each) => total + each, 0);
  return new Map([...weights].map(([cause, weight]) => [cause, weight / sum]));
}

const entropy = (weights: ReadonlyMap<StartCauseCode, number>): number =>
  -[...weights.values()].reduce((sum, p) => (p > 0 ? sum + p * Math.log(p) : sum), 0);

function beliefs(machine: Machine, { answers, tried }: StartReport): Map<StartCauseCode, number> {
  const weights = new Map<StartCauseCode, number>();
  for (const { code, prior } of CAUSE_TABLE) {
    const before = prior(machine);
    if (before > 0) weights.set(code, before);
  }
  for (const { question: code, answer } of answers) {
    const question = QUESTIONS.find((each) => each.code === code);
    if (!question || answer < 0 || answer >= question.answers.length) continue; // not known is no evidence
    for (const [cause, weight] of weights) weights.set(cause, weight * likelihoods(question, cause)[answer]);
  }
  for (const cause of tried) weights.set(cause, (weights.get(cause) ?? 0) * LEFT_AFTER_TRY);
  return normalised(weights);
}

/** How much a question is expected to tell, in nats: the fall of entropy over its answers. */
function expectedGain(weights: ReadonlyMap<StartCauseCode, number>, question: StartQuestion): number {
  const rows = [...weights].map(([cause, p]) => ({ cause, p, row: likelihoods(question, cause) }));
  const after = question.answers.reduce((sum, _, answer) => {
    const joint = new Map(rows.map(({ cause, p, row }) => [cause, p * row[answer]]));
    const share = [...joint.values()].reduce((total, each) => total + each, 0);
    return sum + share * entropy(normalised(joint));
  }, 0);
  return entropy(weights) - after;
}

/** Causes by what was answered and tried, the likeliest first. */
export function rankStart(machine: Machine, report: StartReport): readonly RankedStart[] {
  const weights = beliefs(machine, report);
  return CAUSE_TABLE.flatMap((cause) => {
    const probability = weights.get(cause.code);
    return probability === undefined ? [] : [{ cause, probability }];
  }).sort((a, b) => b.probability - a.probability);
}

/** Waiting costs nothing: no part is replaced before it. */
const isWaiting = ({ cause }: RankedStart) => cause.code === 'learning';

/** What is tried next: likely and quick ones first, parts only when nothing loose is likely any more. */
function nextTry(ranked: readonly RankedStart[], { tried }: StartReport): RankedStart | undefined {
  const open = ranked.filter(({ cause }) => !tried.includes(cause.code) && cause.code !== 'other');
  const loose = open.filter(({ cause }) => cause.replaces === null);
  const isLooseLeft = loose.some(({ cause, probability }) => probability > LOOSE_FIRST * cause.effort);
  const pool = isLooseLeft || open.some(isWaiting) ? loose : open;
  // Of two that are about as likely, the one that takes less comes first.
  const worth = ({ cause, probability }: RankedStart) => probability / (1 + cause.effort / 12);
  return [...pool].sort((a, b) => worth(b) - worth(a))[0];
}

/**
 * What to ask or try next at a machine that does not start: the question that is expected to tell most, until a cause is likely
 * enough or nothing tells much any more; then its cure, in safe order.
 */
export function nextMove(machine: Machine, report: StartReport): NextMove {
  const ranked = rankStart(machine, report);
  const weights = new Map(ranked.map(({ cause, probability }) => [cause.code, probability]));
  const best = nextTry(ranked, report);
  const asked = new Set(report.answers.map(({ question }) => question));
  const [question] = QUESTIONS.filter((each) => !asked.has(each.code) && each.asks(machine))
    .map((each) => ({ each, gain: expectedGain(weights, each) }))
    .sort((a, b) => b.gain - a.gain);
  const isMuted = report.answers.length >= MOST_IN_A_ROW + report.tried.length;
  if (question && question.gain > WORTH_ASKING && !isMuted && (best?.probability ?? 0) < SURE_ENOUGH)
    return { kind: 'ask', question: question.each };
  return best ? { kind: 'try', ...best } : { kind: 'end' };
}
