import {
  assemblySteps,
  CAUTIONS,
  companionsOf,
  USUAL_CHOICES,
  type AssemblyInput,
  type AssemblyStep,
} from '@ripe-pick/core/assembly';
import { partSetOf, type Brief, type Catalogue, type Drive, type Picks } from '@ripe-pick/core/parts';

const NO_NEEDS: AssemblyInput['needs'] = { borrowCpu: false, wireless: false, osLicence: false };

/** What a build day is made from where there is no session: a build, its catalogue, and a brief where one is given. */
export function assemblyInput(picks: Picks, catalogue: Catalogue, brief: Brief | null): AssemblyInput {
  const parts = new Map(catalogue.parts.map((part) => [part.id, part]));
  const isDrive = (part: unknown): part is Drive => (part as Drive | undefined)?.kind === 'storage';
  return {
    parts: partSetOf(picks, parts).set,
    ownedDrives: (brief?.owned ?? []).map((id) => parts.get(id)).filter(isDrive),
    arrivals: [],
    needs: brief?.needs ?? NO_NEEDS,
    choices: USUAL_CHOICES,
  };
}

/** The steps of a build day with their cautions in words, and what to have there. */
export function assemblyReport(input: AssemblyInput) {
  return {
    format: 'ripe-pick/assembly' as const,
    version: 1 as const,
    steps: assemblySteps(input).map(({ cautions, ...step }) => ({
      ...step,
      cautions: cautions.map((code) => ({ code, text: CAUTIONS[code] })),
    })),
    companions: companionsOf(input),
  };
}
type AssemblyReport = ReturnType<typeof assemblyReport>;

const HEADINGS: Readonly<Record<AssemblyStep['phase'], string>> = {
  before: 'Before',
  table: 'On the table',
  case: 'In the case',
  close: 'First start and after',
};

/** The steps as a list to tick, in Markdown. */
export function assemblyMarkdown(name: string, { steps, companions }: AssemblyReport): string[] {
  const lines = [`# Build day: ${name}`];
  if (companions.length > 0)
    lines.push(
      '',
      '## Have it there',
      '',
      ...companions.map(({ name: what, why }) => `- [ ] ${what}: ${why}`),
    );
  let phase: string | null = null;
  for (const [n, step] of steps.entries()) {
    if (step.phase !== phase) lines.push('', `## ${HEADINGS[step.phase]}`);
    ({ phase } = step);
    lines.push(
      '',
      `### ${n + 1}. ${step.title} (${step.minutes} min)`,
      '',
      ...step.cautions.map(({ text }) => `> ${text}`),
      ...(step.cautions.length > 0 ? [''] : []),
      ...step.lines,
      '',
      `- [ ] ${step.check}`,
    );
  }
  return lines;
}
