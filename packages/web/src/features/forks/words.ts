import type { ForkTurns, SolvedBranch, SolvedFork } from '@ripe-pick/core/compare';
import type { CostBasis, ForkCode, OwnTerms } from '@ripe-pick/core/parts';
import { besideWords, screenWords } from '../../shared/format/goals.ts';
import { fps, money } from '../../shared/format/format.ts';
import { BASIS_WORDS } from '../../shared/format/schools.ts';
import { SLOT_NAMES } from '../../shared/format/slots.ts';

export const FORK_NAMES: Readonly<Record<ForkCode, string>> = {
  card: 'Graphics card, or none',
  memory: 'Older or newer memory',
  brand: 'Whose processor',
  condition: 'New only, or used as well',
  drives: 'One big drive, or two smaller',
  clocks: 'Locked, or unlocked and raised',
  jobs: 'What the second job costs',
};
const BRANCH_NAMES: Readonly<Record<string, string>> = {
  'card:with': 'With a graphics card',
  'card:without': 'No graphics card: integrated graphics',
  'condition:new': 'New only',
  'condition:any': 'New, refurbished and used',
  'clocks:shipped': 'As shipped, locked or not',
  'clocks:raised': 'Unlocked, overclocked',
  'jobs:without': 'Games alone',
  'jobs:with': 'With the side jobs',
  'drives:one': 'One drive',
  'drives:two': 'Two drives',
};
/** A branch as it stands in its fork; memory and makers by their own names. */
export const branchName = (fork: ForkCode, branch: string): string =>
  BRANCH_NAMES[`${fork}:${branch}`] ?? branch;

const inSentence = (fork: ForkCode, branch: string) => {
  const name = branchName(fork, branch);
  return BRANCH_NAMES[`${fork}:${branch}`] ? name[0].toLowerCase() + name.slice(1) : name;
};

/** Whether the figure of either lies within the other's interval. */
function isClose(first: SolvedFork['branches'][number], second: SolvedFork['branches'][number]): boolean {
  if (first.rates?.status !== 'known' || second.rates?.status !== 'known') return false;
  const [a, b] = [first.rates.objective, second.rates.objective];
  return b.value >= a.interval.low && a.value <= b.interval.high;
}

/** Who is ahead, by how much, and for how much more or less money. */
export function aheadWords({ code, branches, ahead }: SolvedFork, currency: string, unit: string): string {
  if (!branches.some(({ answer }) => answer)) return 'Nothing that keeps the brief can be had either way.';
  const [first, second] = branches.filter(({ own }) => own === null);
  if (!first?.answer) return 'No way that keeps the brief can be had.';
  const best = branchName(code, first.code);
  if (!second && branches.length > 1)
    return `${best} keeps the brief, the other has one of its own: they are not compared.`;
  if (!second?.answer || ahead === null)
    return `${best} only: the other way nothing keeps the brief for this money.`;
  const by = first.answer.cost - second.answer.cost;
  const dearer =
    by === 0 ? 'for the same money' : `for ${money(Math.abs(by), currency)} ${by > 0 ? 'more' : 'less'}`;
  if (ahead === 0) return `Equally fast: ${best} ${dearer}.`;
  return `${best}: ${fps(ahead / 1000)} ${unit} ahead, ${dearer}.${isClose(first, second) ? ' That is less than their intervals tell apart.' : ''}`;
}

/** What a way has in place of the brief's: its screen, its counted total. */
export function ownWords({ screen, costBasis }: OwnTerms): string {
  const total = (basis: CostBasis) => `counted: ${BASIS_WORDS[basis]}`;
  return [screen && `on ${screenWords(screen)}`, costBasis && total(costBasis)].filter(Boolean).join(', ');
}

/** What the parts of a way with a brief of its own do under the brief itself; nothing for others. */
export function underBriefWords({ underBrief }: SolvedBranch, currency: string, unit: string): string {
  if (!underBrief) return '';
  const { rates, counted } = underBrief;
  const figure = rates.status === 'known' ? `${fps(rates.objective.value)} ${unit}` : 'rate unknown';
  return `Under the brief its parts: ${figure}, ${money(counted, currency)} counted.`;
}

/** What a way shows on the screens beside its own. */
export function besideFigures({ beside }: SolvedBranch, unit: string): string[] {
  return beside.flatMap(({ screen, rates }) =>
    rates.status === 'known' ? [`${besideWords(screen)}: ${fps(rates.objective.value)} ${unit}`] : [],
  );
}

/** In which parts the best two differ. */
export function changesWords({ changes }: SolvedFork): string {
  if (changes.length === 0) return '';
  return `They differ in: ${changes.map((slot) => SLOT_NAMES[slot].toLowerCase()).join(', ')}.`;
}

/** Games in which the branch that is behind shows more. */
export function gamesWords({ code, branches }: SolvedFork, gameOf: (id: string) => string): string[] {
  const [first, second] = branches.filter(({ own }) => own === null);
  if (first?.rates?.status !== 'known' || second?.rates?.status !== 'known') return [];
  const { games } = second.rates;
  return first.rates.games.flatMap(({ game, average }, n) =>
    Math.round(games[n].average) > Math.round(average)
      ? [
          `In ${gameOf(game)} it is the other way round: ${fps(games[n].average)} fps ${inSentence(code, second.code)}, against ${fps(average)} fps.`,
        ]
      : [],
  );
}

/** Where the fork turns by the sum, and what the others would need. */
export function turnWords(
  code: ForkCode,
  { turns, needs, spare, most }: ForkTurns,
  limit: number,
  currency: string,
): string[] {
  const m = (minor: number) => money(minor, currency);
  if (turns.length === 0) return [`Nothing keeps the brief for any budget up to ${m(most)}.`];
  const ranges = turns.map(({ from, best }, n) => {
    const next = turns.at(n + 1);
    const to = next ? `to under ${m(next.from)}` : `up to ${m(most)}, as far as was searched`;
    return `From ${m(from)} ${to}: ${inSentence(code, best)}.`;
  });
  const short = needs.flatMap(({ code: branch, minor }) => {
    const name = branchName(code, branch);
    if (minor === null)
      return [`${name} does not reach what ${m(limit)} buys for any budget up to ${m(most)}.`];
    return minor > limit
      ? [`${name} reaches what ${m(limit)} buys for ${m(minor)}: ${m(minor - limit)} more.`]
      : [];
  });
  const dearer = spare
    ? [
        `By price: ${inSentence(code, spare.code)} stays ahead or level while its parts together cost up to ` +
          `${m(spare.minor)} more; beyond that ${inSentence(code, spare.next)}.`,
      ]
    : [];
  return [...ranges, ...dearer, ...short];
}
