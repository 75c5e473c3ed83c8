import type { Assembly, Candidate, Decision, Order, Tuning } from '@ripe-pick/contract';
import { CAUSE_TABLE } from '@ripe-pick/core/bring-up';
import { nextStep, type MachineState, type MachineStateCode } from '@ripe-pick/core/tuning';
import type { Brief } from '@ripe-pick/core/parts';
import { fps, money, oneLine, signed } from '../../shared/format/format.ts';
import { EMPTY_NAMES, SLOT_NAMES } from '../../shared/format/slots.ts';

const choiceWords = (choice: Decision['chose'], { slot, currency }: Decision): string =>
  choice
    ? `${choice.name}${choice.priceMinor === null ? '' : ` at ${money(choice.priceMinor, currency)}`}`
    : (EMPTY_NAMES[slot] ?? 'left open');

/** One decision as a sentence: what was chosen, what it beat, what that changed, why. */
export function decisionWords(decision: Decision): string {
  const { slot, chose, beat, currency, moneyMinor, score, why } = decision;
  const effect = [
    moneyMinor === null ? null : money(moneyMinor, currency, { sign: true }),
    score === null ? null : `${signed(score / 1000)} fps`,
  ].filter((each) => each !== null);
  const change = effect.length > 0 ? ` (${effect.join(', ')})` : '';
  return `${SLOT_NAMES[slot]}: ${choiceWords(chose, decision)}${beat ? `, in place of ${choiceWords(beat, decision)}` : ''}${change}: ${why}.`;
}

const counted = (count: number, one: string, many = `${one}s`) => `${count} ${count === 1 ? one : many}`;
const causeName = (code: string) => CAUSE_TABLE.find((each) => each.code === code)?.name ?? code;
function startWords({ atFirstPress, tried, cured, settings }: Assembly['start']): string[] {
  const readings = settings.filter(({ reading }) => reading !== null).length;
  const helped = cured ? `it was: ${causeName(cured)}` : 'what it was is not found yet';
  const others = tried.filter((each) => each !== cured).map(causeName);
  return [
    ...(atFirstPress === null
      ? []
      : atFirstPress
        ? ['It started at the first press.']
        : [
            `It did not start at the first press; ${helped}${others.length > 0 ? ` (tried before: ${others.join('; ')})` : ''}.`,
          ]),
    ...(settings.length > 0
      ? [`${counted(settings.length, 'setting')} seen to, ${counted(readings, 'figure')} read off.`]
      : []),
  ];
}

function tunedWords({ plan, attempts }: Tuning): string {
  const next = nextStep(plan, attempts);
  const failed = attempts.filter(({ outcome }) => outcome !== null && outcome !== 'held').length;
  const state =
    next.kind === 'done'
      ? `holds at ${next.setting} ${plan.way === 'voltage' ? 'V' : plan.stage === 'memory' ? 'MT/s' : 'MHz'}`
      : 'is being tuned';
  return `${SLOT_NAMES[plan.stage]} ${state}, from ${plan.start}: ${counted(attempts.length, 'attempt')}, ${failed} of them failed.`;
}

/** What was ordered for it, where, for how much, and when the last of it came. */
export function orderedWords(orders: readonly Order[]): string[] {
  if (orders.length === 0) return [];
  const paid = new Map<string, number>();
  for (const { currency, lines } of orders)
    for (const { paidMinor, plannedMinor } of lines)
      paid.set(currency, (paid.get(currency) ?? 0) + (paidMinor ?? plannedMinor));
  const sums = [...paid].map(([currency, minor]) => money(minor, currency)).join(' and ');
  const days = orders.map(({ placedOn }) => placedOn).sort();
  const came = orders.flatMap(({ lines }) => lines.flatMap(({ arrivedOn }) => arrivedOn ?? [])).sort();
  const missing = orders.flatMap(({ lines }) => lines.filter(({ state }) => state === 'ordered')).length;
  const arrived =
    missing > 0
      ? `${counted(missing, 'line')} not here yet`
      : came.length > 0
        ? `all here by ${came.at(-1)}`
        : '';
  return [
    `Ordered from ${days[0]} at ${orders.map(({ shop }) => shop).join(', ')} for ${sums}${arrived === '' ? '' : `; ${arrived}`}.`,
  ];
}

const STATE_NAMES: Readonly<Record<MachineStateCode, string>> = {
  shipped: 'as shipped',
  profile: 'with its rated profile on',
  raised: 'overclocked',
  undervolted: 'at less voltage',
  tuned: 'tuned',
};

/** What was measured of it in each state, beside what was expected. */
export function measuredWords(states: readonly MachineState[], nameOf: (game: string) => string): string[] {
  return states.flatMap(({ code, expected, measured }) => {
    const games = [...measured].flatMap(([game, { summary }]) => {
      if (!summary) return [];
      const outlook = expected?.games.find((each) => each.game === game);
      const range = outlook
        ? ` (${fps(outlook.interval.low)} to ${fps(outlook.interval.high)} expected)`
        : '';
      return [`${nameOf(game)} ${fps(summary.average)}${range}`];
    });
    return games.length === 0 ? [] : [`Measured ${STATE_NAMES[code]}: ${games.join(', ')} fps.`];
  });
}

/** How the machine was put together, started and tuned, in sentences. */
export function madeWords(
  assembly: Assembly | undefined,
  tunings: readonly Tuning[],
  titleOf: (code: string) => string = (code) => code,
): string[] {
  const done = assembly?.steps.filter(({ state }) => state === 'done') ?? [];
  const skipped = assembly?.steps.filter(({ state }) => state === 'skipped') ?? [];
  const minutes = Math.round(done.reduce((sum, each) => sum + (each.minutes ?? 0), 0));
  return [
    ...(done.length > 0
      ? [`Build day: ${counted(done.length, 'step')} done${minutes > 0 ? `, ${minutes} min timed` : ''}.`]
      : []),
    ...skipped.map(({ code, reason }) => `Skipped “${titleOf(code)}”: ${reason}.`),
    ...(assembly?.notes ?? []).map(({ code, text }) => `Note at “${titleOf(code)}”: ${text}`),
    ...(assembly ? startWords(assembly.start) : []),
    ...tunings.filter(({ attempts }) => attempts.length > 0).map(tunedWords),
  ];
}

/** A candidate's story as Markdown: its note, its decisions in order, and what was ruled out and why. */
export function storyMarkdown(
  candidate: Candidate,
  brief: Brief,
  nameOf: (part: string) => string,
  made: readonly string[] = [],
): string {
  return [
    `# ${oneLine(candidate.name)}`,
    '',
    ...(candidate.note ? [candidate.note, ''] : []),
    '## Decisions',
    '',
    ...(candidate.decisions.length === 0
      ? ['None yet.']
      : candidate.decisions.map(
          (each) => `- ${each.at.slice(0, 16).replace('T', ' ')} ${oneLine(decisionWords(each))}`,
        )),
    '',
    ...(made.length > 0 ? ['## Made', '', ...made.map((each) => `- ${oneLine(each)}`), ''] : []),
    '## Ruled out by the brief',
    '',
    ...(brief.excluded.length === 0
      ? ['Nothing.']
      : brief.excluded.map(
          ({ part, reason }) => `- ${nameOf(part)}${reason ? `: ${oneLine(reason)}` : ' (no reason given)'}`,
        )),
    '',
  ].join('\n');
}
