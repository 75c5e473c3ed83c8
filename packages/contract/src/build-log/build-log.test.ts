import { readFileSync } from 'node:fs';
import { partSetOf, type Part, type Picks } from '@ripe-pick/core/parts';
import { USUAL_CHOICES, type AssemblyInput } from '@ripe-pick/core/assembly';
import { USUAL_PLANS } from '@ripe-pick/core/tuning';
import Papa from 'papaparse';
import { describe, expect, it } from 'vitest';
import { buildFileSchema } from '../brief.ts';
import { catalogueFileSchema } from '../catalogue.ts';
import { assemblySchema } from '../assembly.ts';
import { tuningSchema } from '../tuning.ts';
import { buildLogOf, readBuildLog } from './file.ts';
import { buildLogMarkdown, writeStepsTable } from './words.ts';

const json = (name: string): unknown =>
  JSON.parse(readFileSync(new URL(`../../../demo/files/${name}`, import.meta.url), 'utf8'));
const { parts } = catalogueFileSchema.parse(json('catalogue.json'));
const { picks } = buildFileSchema.parse(json('build-first-idea.json'));
const input: AssemblyInput = {
  parts: partSetOf(picks as Picks, new Map((parts as readonly Part[]).map((part) => [part.id, part]))).set,
  ownedDrives: [],
  arrivals: [],
  needs: { borrowCpu: false, wireless: false, osLicence: false },
  choices: USUAL_CHOICES,
};
const assembly = assemblySchema.parse({
  id: 'first',
  steps: [
    { code: 'board-in', state: 'done', at: '2026-11-28T10:00:00Z', minutes: 12.5 },
    { code: 'lay-out', state: 'skipped', at: '2026-11-28T09:00:00Z', reason: 'they were\nthere' },
  ],
  notes: [{ code: 'board-in', text: '=1+1\n# not a heading' }],
  start: {
    atFirstPress: false,
    tried: ['firmware'],
    cured: 'firmware',
    settings: [{ code: 'refresh', reading: 144 }],
  },
});
const tuning = tuningSchema.parse({
  id: 'first.cpu',
  candidate: 'first',
  plan: { ...USUAL_PLANS.cpu, start: 3800 },
});
const log = buildLogOf('A seat', input, assembly, [tuning]);

describe('a build log', () => {
  it('comes back from its file as it went', () => {
    const read = readBuildLog(JSON.stringify(log));
    expect(read).toEqual({ log });
  });
  it('says what is wrong with a file, and where', () => {
    expect(readBuildLog('nothing')).toMatchObject({ problems: [{ path: '(the whole file)' }] });
    const broken = { ...log, assembly: { ...assembly, steps: [{ ...assembly.steps[0], minutes: -1 }] } };
    expect(readBuildLog(JSON.stringify(broken))).toMatchObject({
      problems: [{ path: 'assembly.steps[0].minutes' }],
    });
  });
  it('is written as Markdown: ticked, skipped with its reason, and no note begins a heading', () => {
    const text = buildLogMarkdown(log);
    expect(text).toContain('took 12.5 min');
    expect(text).toContain('- Skipped: they were there');
    expect(text).toContain('- Note: =1+1 # not a heading');
    expect(text).toContain('- It did not start at the first press.');
    expect(text.match(/^- \[x\]/gm)).toHaveLength(1);
  });
  it('is read as a table by a general reader, a row a step, formulas as text', () => {
    const { data } = Papa.parse<Record<string, string>>(writeStepsTable(log), { header: true });
    expect(data).toHaveLength(log.steps.length);
    expect(data.find(({ code }) => code === 'board-in')).toMatchObject({
      state: 'done',
      minutes_taken: '12.5',
      note: "'=1+1\n# not a heading",
    });
  });
});
