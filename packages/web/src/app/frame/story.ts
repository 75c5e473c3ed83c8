import type { Candidate, Decision } from '@ripe-pick/contract';
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

/** A candidate's story as Markdown: its note, its decisions in order, and what was ruled out and why. */
export function storyMarkdown(candidate: Candidate, brief: Brief, nameOf: (part: string) => string): string {
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
