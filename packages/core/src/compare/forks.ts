import {
  type Brief,
  type ClockState,
  type ForkCode,
  type OwnTerms,
  type Cpu,
  type Motherboard,
  type Memory,
  type Part,
  type Screen,
  type Slot,
  type Drive,
} from '../parts/index.ts';
import { onScreen, type RatesResult } from '../frames/index.ts';
import { prepare, type Answer } from '../search/index.ts';
import { openSession, type Session } from '../session/index.ts';
import { summaryFor, type Summary } from '../swaps/index.ts';
import { partOf, type Work } from '../work/index.ts';
import { changedSlots } from './best-set.ts';

/** One way at a fork: the brief with its condition, which a search proves the best of. */
interface ForkBranch {
  /** `with`, `without`, `new`, `any`, `one`, `two`, or the type of memory or the brand itself. */
  readonly code: string;
  readonly brief: Brief;
  /** What the way has in place of the brief's; absent: it is like the brief. */
  readonly own?: OwnTerms;
}
interface Fork {
  readonly code: ForkCode;
  readonly branches: readonly ForkBranch[];
}

const without = (brief: Brief, parts: readonly Part[], reason: string): Brief => ({
  ...brief,
  excluded: [...brief.excluded, ...parts.map(({ id }) => ({ part: id, reason }))],
});
const isLocked = (brief: Brief, ...slots: readonly Slot[]) =>
  brief.locks.some(({ slot }) => slots.includes(slot));
const ofKind = <P extends Part>(parts: readonly Part[], kind: P['kind']) =>
  parts.filter((part): part is P => part.kind === kind);

/** With a card against the processor's own graphics. */
function cardFork({ brief, catalogue }: Session): Fork | null {
  const canDoWithout = ofKind<Cpu>(catalogue.parts, 'cpu').some((cpu) => cpu.integratedGraphics === true);
  if (!canDoWithout || isLocked(brief, 'gpu')) return null;
  const bare = { ...brief, needs: { ...brief.needs, gpuRequired: false } };
  return {
    code: 'card',
    branches: [
      { code: 'with', brief: { ...brief, needs: { ...brief.needs, gpuRequired: true } } },
      {
        code: 'without',
        brief: { ...bare, locks: [...brief.locks, { slot: 'gpu', part: null, offer: null }] },
      },
    ],
  };
}

/** Branches by a figure: each rules out the parts that have another one, or none that is known. */
function byFigure<P extends Part>(
  code: ForkCode,
  brief: Brief,
  parts: readonly P[],
  figureOf: (part: P) => string | null,
): Fork | null {
  const values = [...new Set(parts.flatMap((part) => figureOf(part) ?? []))].sort();
  if (values.length < 2 || values.length > MOST_BRANCHES) return null;
  return {
    code,
    branches: values.map((value) => ({
      code: value,
      brief: without(
        brief,
        parts.filter((part) => figureOf(part) !== value),
        `${code}: ${value}`,
      ),
    })),
  };
}
/** Most branches that are laid side by side. Chosen. */
const MOST_BRANCHES = 4;

/** Older against newer memory. */
const memoryFork = ({ brief, catalogue }: Session): Fork | null =>
  isLocked(brief, 'motherboard', 'memory')
    ? null
    : byFigure(
        'memory',
        brief,
        [
          ...ofKind<Motherboard>(catalogue.parts, 'motherboard'),
          ...ofKind<Memory>(catalogue.parts, 'memory'),
        ],
        (part) => (part.kind === 'memory' ? part.type : part.memoryType),
      );

/** One maker's processors against another's. */
const brandFork = ({ brief, catalogue }: Session): Fork | null =>
  isLocked(brief, 'cpu')
    ? null
    : byFigure('brand', brief, ofKind<Cpu>(catalogue.parts, 'cpu'), ({ brand }) => brand);

/** New parts alone against used ones too. */
function conditionFork({ brief, catalogue }: Session): Fork | null {
  if (catalogue.offers.every(({ condition }) => condition === 'new')) return null;
  const taking = (conditions: Brief['whereToBuy']['conditions']): Brief => ({
    ...brief,
    whereToBuy: { ...brief.whereToBuy, conditions, conditionsBySlot: {} },
  });
  return {
    code: 'condition',
    branches: [
      { code: 'new', brief: taking(['new']) },
      { code: 'any', brief: taking(['new', 'refurbished', 'used']) },
    ],
  };
}

/** One drive that holds everything against two that do together. */
function drivesFork({ brief, catalogue }: Session): Fork | null {
  const { fastStorageGb, totalStorageGb } = brief.needs;
  const drives = ofKind<Drive>(catalogue.parts, 'storage');
  const ownsOne = drives.some(({ id }) => brief.owned.includes(id));
  if (totalStorageGb <= fastStorageGb || ownsOne || isLocked(brief, 'storage', 'secondaryStorage'))
    return null;
  const large = drives.filter(({ gb }) => gb !== null && gb >= totalStorageGb);
  if (large.length === 0) return null;
  return {
    code: 'drives',
    branches: [
      {
        code: 'one',
        brief: { ...brief, locks: [...brief.locks, { slot: 'secondaryStorage', part: null, offer: null }] },
      },
      { code: 'two', brief: without(brief, large, 'drives: two') },
    ],
  };
}

/** Parts as shipped against an unlocked processor with raised clocks, and the board, cooler and supply that it asks for. */
function clocksFork({ brief, catalogue }: Session): Fork | null {
  const isUnlocked = ofKind<Cpu>(catalogue.parts, 'cpu').some((cpu) => cpu.unlocked === true);
  const lets = ofKind<Motherboard>(catalogue.parts, 'motherboard').some(
    (board) => board.overclocking === true,
  );
  if (!isUnlocked || !lets || isLocked(brief, 'cpu', 'motherboard')) return null;
  const running = (cpu: ClockState): Brief => ({
    ...brief,
    needs: { ...brief.needs, overclock: cpu === 'raised' },
    play: { ...brief.play, clocks: { ...brief.play.clocks, cpu } },
  });
  return {
    code: 'clocks',
    branches: [
      { code: 'shipped', brief: running('shipped') },
      { code: 'raised', brief: running('raised') },
    ],
  };
}

/** With the brief's side jobs against games alone: what the second job costs. */
function jobsFork({ brief }: Session): Fork | null {
  const { jobs } = brief.play;
  const doing = (some: typeof jobs): Brief => ({ ...brief, play: { ...brief.play, jobs: some } });
  return jobs.length === 0
    ? null
    : {
        code: 'jobs',
        branches: [
          { code: 'without', brief: doing([]) },
          { code: 'with', brief: doing(jobs) },
        ],
      };
}

/** A way with the screen and the counted total that the user gave it alone. */
function onOwnTerms(fork: ForkCode, branch: ForkBranch): ForkBranch {
  const own = branch.brief.ownTerms.find((each) => each.fork === fork && each.branch === branch.code);
  const screen = own?.screen ?? null;
  const costBasis = own?.costBasis ?? null;
  const isLike =
    (screen === null || isSame(screen, branch.brief.play)) &&
    (costBasis ?? branch.brief.money.costBasis) === branch.brief.money.costBasis;
  if (!own || isLike) return branch;
  const seen = screen ? onScreen(branch.brief, { ...screen, why: 'second' }) : branch.brief;
  return {
    ...branch,
    own,
    brief: costBasis ? { ...seen, money: { ...seen.money, costBasis } } : seen,
  };
}
const isSame = (a: Screen, b: Screen) =>
  a.widthPx === b.widthPx && a.heightPx === b.heightPx && a.refreshHz === b.refreshHz;

/** The forks that a brief and a catalogue leave open. */
export const forksOf = (session: Session): readonly Fork[] =>
  [cardFork, memoryFork, brandFork, conditionFork, drivesFork, clocksFork, jobsFork]
    .flatMap((make) => make(session) ?? [])
    .map(({ code, branches }) => ({ code, branches: branches.map((branch) => onOwnTerms(code, branch)) }));

/** The proved best of a branch for the same money. */
export interface SolvedBranch {
  readonly code: string;
  /** Null: nothing fits. */
  readonly answer: Answer | null;
  readonly rates: RatesResult | null;
  /** The same build on the screens beside. */
  readonly beside: Summary['beside'];
  /** A way unlike the brief: what it has of its own, and how its build stands under the brief itself. */
  readonly own: OwnTerms | null;
  readonly underBrief: { readonly rates: RatesResult; readonly counted: number } | null;
}
export interface SolvedFork {
  readonly code: ForkCode;
  /** Those like the brief before those that are not, in each the best first; those that nothing fits last. */
  readonly branches: readonly SolvedBranch[];
  /** How far the first is ahead of the next, in thousandths of the objective; null: fewer than two that are alike can be had. */
  readonly ahead: number | null;
  /** Slots in which the first two that are alike differ. */
  readonly changes: readonly Slot[];
}
/** `isComplete` is false when the search was stopped: forks may be missing. */
export interface SolvedForks {
  readonly forks: readonly SolvedFork[];
  readonly isComplete: boolean;
}
export interface ForksProgress {
  readonly found: readonly SolvedFork[];
  /** Share of the branches that are solved. */
  readonly done: number;
}

const byRank = ({ answer: a, own: ownA }: SolvedBranch, { answer: b, own: ownB }: SolvedBranch) =>
  Number(a === null) - Number(b === null) ||
  Number(ownA !== null) - Number(ownB !== null) ||
  (a && b ? b.score - a.score || a.cost - b.cost : 0);

/** Proves the best of every branch of every fork, each within the session's limit; the forks that matter most first. */
export function* solveForks(session: Session): Work<ForksProgress, SolvedForks> {
  const forks = forksOf(session);
  const all = forks.reduce((sum, { branches }) => sum + branches.length, 0);
  const found: SolvedFork[] = [];
  let solved = 0;
  for (const { code, branches } of forks) {
    const out: SolvedBranch[] = [];
    for (const branch of branches) {
      const way = openSession(session.stated, branch.brief);
      const search = prepare(way).solve(session.limit);
      const { answers, status } = yield* partOf(search, () => ({ found, done: solved / all }));
      if (status === 'limit') return { forks: found, isComplete: false };
      out.push(solvedBranch(session, way, branch, answers.at(0) ?? null));
      solved++;
    }
    found.push(forkWith(code, out));
    if (yield { found: [...found], done: solved / all }) return { forks: found, isComplete: false };
  }
  const forksByWorth = found.sort((a, b) => (b.ahead ?? Infinity) - (a.ahead ?? Infinity));
  return { forks: forksByWorth, isComplete: true };
}

/** With its rates as they stand for the same picks as a candidate under the way's brief. */
function solvedBranch(
  session: Session,
  way: Session,
  branch: ForkBranch,
  answer: Answer | null,
): SolvedBranch {
  const { code } = branch;
  const own = branch.own ?? null;
  if (!answer) return { code, answer, rates: null, beside: [], own, underBrief: null };
  const { rates, beside } = summaryFor(way).summarise(answer.picks);
  const plain = own ? summaryFor(session).summarise(answer.picks) : null;
  const underBrief = plain && { rates: plain.rates, counted: plain.cost.counted };
  return { code, answer, rates, beside, own, underBrief };
}

function forkWith(code: ForkCode, solved: readonly SolvedBranch[]): SolvedFork {
  const branches = [...solved].sort(byRank);
  const [first, second] = branches.filter(({ own }) => own === null);
  return {
    code,
    branches,
    ahead: first?.answer && second?.answer ? first.answer.score - second.answer.score : null,
    changes: first?.answer && second?.answer ? changedSlots(first.answer, second.answer) : [],
  };
}

/** Where a fork turns: the sums from which another branch is the best, in rising order. */
export interface ForkTurns {
  readonly turns: readonly { readonly from: number; readonly best: string }[];
  /** What each branch needs to reach the best score that the limit buys; null: more than was searched. */
  readonly needs: readonly { readonly code: string; readonly minor: number | null }[];
  /** By how much the parts of the way that leads at the limit may get dearer in all until the next one leads; null: no other can be had. */
  readonly spare: { readonly code: string; readonly minor: number; readonly next: string } | null;
  /** Sums up to this one were searched. */
  readonly most: number;
  readonly isComplete: boolean;
}

/** The frontier of a way, in rising order of cost. */
interface WayFrontier {
  readonly code: string;
  readonly steps: readonly Answer[];
}

/** Parts that are dearer by an amount buy what was bought for so much less: the least sum at which the leader is as good as the next. */
function spareOf(
  frontiers: readonly WayFrontier[],
  leader: string | undefined,
  limit: number,
): ForkTurns['spare'] {
  const within = frontiers.map(({ code, steps }) => ({
    code,
    steps,
    score: steps.findLast(({ cost }) => cost <= limit)?.score ?? -1,
  }));
  const first = within.find(({ code }) => code === leader);
  const [next] = within.filter(({ code }) => code !== leader).sort((a, b) => b.score - a.score);
  if (!first || !next || next.score < 0) return null;
  const least = first.steps.find(({ score }) => score >= next.score)?.cost ?? limit;
  return { code: first.code, minor: limit - least, next: next.code };
}

/** How far beyond the limit sums are searched. Chosen. */
const BEYOND = 1.5;

/**
 * Where a fork turns by the sum, from the frontiers of its branches that are like the brief. What is equally good is no turn: the branch that was
 * ahead before stays so.
 */
export function* forkTurns(session: Session, code: ForkCode): Work<{ readonly done: number }, ForkTurns> {
  const branches =
    forksOf(session)
      .find((fork) => fork.code === code)
      ?.branches.filter(({ own }) => !own) ?? [];
  const most = Math.round(session.limit * BEYOND);
  const frontiers: WayFrontier[] = [];
  let isComplete = true;
  for (const [n, branch] of branches.entries()) {
    const search = prepare(openSession(session.stated, branch.brief)).frontier(most);
    const result = yield* partOf(search, () => ({ done: n / branches.length }));
    isComplete &&= result.isComplete;
    frontiers.push({ code: branch.code, steps: [...result.steps].sort((a, b) => a.cost - b.cost) });
    if (!isComplete) break;
  }
  const bestAt = (sum: number) =>
    frontiers.map(({ code: of, steps }) => ({
      of,
      score: steps.findLast(({ cost }) => cost <= sum)?.score ?? -1,
    }));
  const turns: { from: number; best: string }[] = [];
  for (const sum of [...new Set(frontiers.flatMap(({ steps }) => steps.map(({ cost }) => cost)))].sort(
    (a, b) => a - b,
  )) {
    const scores = bestAt(sum);
    const top = Math.max(...scores.map(({ score }) => score));
    const before = turns.at(-1)?.best;
    if (scores.some(({ of, score }) => of === before && score === top)) continue;
    const best = scores.find(({ score }) => score === top);
    if (best) turns.push({ from: sum, best: best.of });
  }
  const goal = Math.max(...bestAt(session.limit).map(({ score }) => score));
  return {
    turns,
    spare: spareOf(frontiers, turns.findLast(({ from }) => from <= session.limit)?.best, session.limit),
    needs: frontiers.map(({ code: of, steps }) => ({
      code: of,
      minor: steps.find(({ score }) => score >= goal)?.cost ?? null,
    })),
    most,
    isComplete,
  };
}
