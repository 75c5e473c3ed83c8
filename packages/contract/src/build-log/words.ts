import type { Phase } from '@ripe-pick/core/assembly';
import { CAUSE_TABLE } from '@ripe-pick/core/bring-up';
import Papa from 'papaparse';
import { FORMULA } from '../formula.ts';
import type { BuildLogFile } from './file.ts';

const HEADINGS: Readonly<Record<Phase, string>> = {
  before: 'Before',
  table: 'On the table',
  case: 'In the case',
  close: 'First start and after',
};

/** What was kept of a step; blank where nothing was. */
function keptOf({ assembly }: BuildLogFile, code: string) {
  const step = assembly?.steps.find((each) => each.code === code);
  const note = assembly?.notes.find((each) => each.code === code)?.text ?? '';
  return { step, note };
}

/** One line in Markdown: no line break of a note begins a heading or a list. */
const oneLine = (text: string) => text.replace(/\s+/g, ' ').trim();

function stepLines(log: BuildLogFile, n: number): string[] {
  const step = log.steps[n];
  const { step: kept, note } = keptOf(log, step.code);
  const box = kept?.state === 'done' ? '[x]' : '[ ]';
  const took = typeof kept?.minutes !== 'number' ? '' : `, took ${kept.minutes} min`;
  return [
    '',
    `### ${n + 1}. ${step.title} (${step.minutes} min${took})`,
    '',
    ...step.cautions.map(({ text }) => `> ${text}`),
    ...(step.cautions.length > 0 ? [''] : []),
    ...step.lines,
    '',
    `- ${box} ${step.check}`,
    ...(kept?.state === 'skipped' ? [`- Skipped: ${oneLine(kept.reason)}`] : []),
    ...(note === '' ? [] : [`- Note: ${oneLine(note)}`]),
  ];
}

function startLines({ assembly }: BuildLogFile): string[] {
  const start = assembly?.start;
  if (!start || start.atFirstPress === null) return [];
  const cause = (code: string | null) => CAUSE_TABLE.find((each) => each.code === code)?.name ?? code;
  const tried = start.tried.filter((each) => each !== start.cured).map((each) => `- Tried: ${cause(each)}`);
  return [
    '',
    '## First start',
    '',
    start.atFirstPress ? '- It started at the first press.' : '- It did not start at the first press.',
    ...tried,
    ...(start.cured === null ? [] : [`- It was: ${cause(start.cured)}`]),
    ...start.settings.map(({ code, reading }) => `- ${code}: ${reading === null ? 'seen to' : reading}`),
  ];
}

function tuningLines({ tunings }: BuildLogFile): string[] {
  return tunings.flatMap(({ plan, attempts, simulated }) => [
    '',
    `## Tuning: ${plan.stage}${simulated === null ? '' : ' (simulated)'}`,
    '',
    '| setting | purpose | minutes | outcome | °C | V | errors | score |',
    '| --- | --- | --- | --- | --- | --- | --- | --- |',
    ...attempts.map(
      ({ setting, purpose, minutes, outcome, celsius, volts, errors, score }) =>
        `| ${[setting, purpose, minutes, outcome ?? 'not said', celsius ?? '', volts ?? '', errors ?? '', score ?? ''].join(' | ')} |`,
    ),
  ]);
}

/** A build log as a list to tick, in Markdown, with all that is kept of it. */
export function buildLogMarkdown(log: BuildLogFile): string {
  const companions = log.companions.map(
    ({ name, why, count }) => `- [ ] ${count > 1 ? `${count} × ` : ''}${name}: ${why}`,
  );
  const steps = log.steps.flatMap((step, n) => [
    ...(log.steps[n - 1]?.phase === step.phase ? [] : ['', `## ${HEADINGS[step.phase]}`]),
    ...stepLines(log, n),
  ]);
  return [
    `# Build day: ${oneLine(log.name)}`,
    ...(companions.length > 0 ? ['', '## Have it there', '', ...companions] : []),
    ...steps,
    ...startLines(log),
    ...tuningLines(log),
    '',
  ].join('\n');
}

/** The steps as CSV (RFC 4180), a row each; nothing in it is taken for a formula. */
export const writeStepsTable = (log: BuildLogFile): string =>
  Papa.unparse(
    log.steps.map(({ code, phase, title, minutes, check }, n) => {
      const { step, note } = keptOf(log, code);
      return {
        number: n + 1,
        code,
        phase,
        title,
        state: step?.state ?? 'open',
        at: step?.at ?? '',
        minutes_expected: minutes,
        minutes_taken: step?.minutes ?? '',
        reason: step?.reason ?? '',
        check,
        note,
      };
    }),
    { escapeFormulae: FORMULA },
  );
