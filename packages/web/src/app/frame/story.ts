import type { Assembly, Candidate, Decision, Tuning } from '@ripe-pick/contract';
import { CAUSE_TABLE } from '@ripe-pick/core/bring-up';
import { nextStep, type TuningStage } from '@ripe-pick/core/tuning';
import type { Brief } from '@ripe-pick/core/parts';
import { money, signed } from '../../shared/format/format.ts';
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
const STAGE_NAMES: Readonly<Record<TuningStage, string>> = {
  memory: 'Memory',
  cpu: 'Processor',
  gpu: 'Graphics card',
};

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
  return `${STAGE_NAMES[plan.stage]} ${state}, from ${plan.start}: ${counted(attempts.length, 'attempt')}, ${failed} of them failed.`;
}

/** How the machine was put together, started and tuned, in sentences. */
export function madeWords(assembly: Assembly | undefined, tunings: readonly Tuning[]): string[] {
  const done = assembly?.steps.filter(({ state }) => state === 'done') ?? [];
  const skipped = assembly?.steps.filter(({ state }) => state === 'skipped') ?? [];
  const minutes = Math.round(done.reduce((sum, each) => sum + (each.minutes ?? 0), 0));
  return [
    ...(done.length > 0
      ? [`Build day: ${counted(done.length, 'step')} done${minutes > 0 ? `, ${minutes} min timed` : ''}.`]
      : []),
    ...skipped.map(({ code, reason }) => `Skipped ${code}: ${reason}.`),
    ...(assembly?.notes ?? []).map(({ code, text }) => `Note at ${code}: ${text}`),
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
  const oneLine = (text: string) => text.replace(/\s*\n\s*/g, ' ');
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
