import { readFileSync } from 'node:fs';
import { catalogueFileSchema, catalogueOf, workspaceSchema, type BenchKept } from '@ripe-pick/contract';
import { USUAL_PLANS } from '@ripe-pick/core/tuning';
import { createPinia, setActivePinia } from 'pinia';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { diagnose } from '@ripe-pick/core/bench';
import { effectScope } from 'vue';
import { useCatalogue } from '../../shared/stores/catalogue.ts';
import { useRecords } from '../../shared/stores/records.ts';
import { useWorkspace } from '../../shared/stores/workspace.ts';
import { useBenchPage } from './use-bench.ts';

const demo = (name: string): unknown =>
  JSON.parse(readFileSync(new URL(`../../../../demo/files/${name}`, import.meta.url), 'utf8'));
const catalogue = catalogueOf(catalogueFileSchema.parse(demo('catalogue.json')));
const { rigs, runs } = demo('bench.json') as BenchKept;

/** The page's state on the demo with other systems or passes. */
function page(bench: BenchKept = { rigs, runs }, market = catalogue) {
  useCatalogue().stored = market;
  useRecords().bench = bench;
  const found = effectScope().run(() =>
    useBenchPage((...question) => Promise.resolve(diagnose(...question))),
  );
  if (!found) throw new Error('the scope runs');
  return found;
}
/** Why it is slow, once that is worked out. */
async function whyOf(...of: Parameters<typeof page>) {
  const { why } = page(...of);
  await vi.waitUntil(() => why.value.kind !== 'busy');
  return why.value;
}
beforeEach(() => setActivePinia(createPinia()));

describe('what the test bench shows', () => {
  it('puts passes together and lays the expectation beside them, also for a system that does not count', () => {
    const { groups, system } = page();
    expect(system.value?.name).toBe('Seat one');
    expect(groups.value.map((group) => group.runs.length)).toEqual([4, 4, 4, 4, 4]);
    for (const { summary, expected } of groups.value) {
      expect(summary?.count).toBe(3);
      expect(expected?.interval.low).toBeLessThan(expected?.fps ?? 0);
      expect(expected?.interval.high).toBeGreaterThan(expected?.fps ?? Infinity);
    }
  });
  it('finds the seat’s fault, and says nothing once it is mended', async () => {
    const why = await whyOf();
    expect(why.kind === 'done' && why.diagnosis.causes[0].cause).toBe('processor-held');
    expect(why.kind === 'done' && why.diagnosis.isQuiet).toBe(false);
    setActivePinia(createPinia());
    const { groups } = page();
    const byKey = new Map(
      groups.value.flatMap((group) => group.runs.map((run) => [run.id, group.expected?.fps ?? 0])),
    );
    const mended = runs.map((run) => ({
      ...run,
      average: byKey.get(run.id) ?? 1,
      low: null,
      slowest: null,
      gpuBusy: null,
      driftLn: 0,
    }));
    setActivePinia(createPinia());
    const after = await whyOf({ rigs, runs: mended });
    expect(after.kind === 'done' && after.diagnosis.isQuiet).toBe(true);
  });
  it('asks for more scenes before it judges, and does not count raised clocks', () => {
    const one = page({ rigs, runs: runs.slice(0, 4) }).why.value; // nothing is asked
    expect(one.kind === 'none' && one.reason).toContain('at least 2 scenes');
    setActivePinia(createPinia());
    const raised = runs.map((run) => ({ ...run, state: { ...run.state, clocks: 'raised' as const } }));
    const found = page({ rigs, runs: raised });
    expect(found.why.value.kind).toBe('none');
    // Their expectation is that of parts as shipped, and stands there all the same.
    expect(found.groups.value[0].expected?.fps).toBeGreaterThan(50);
  });
  it('counts what Build day told of the machine: a right reading of its heat speaks against heat', async () => {
    const pick = (part: string) => ({ part, offer: null });
    const { cpu, motherboard, memory, gpu } = rigs[0];
    const chance = async (reading: number | null) => {
      setActivePinia(createPinia());
      const workspace = useWorkspace();
      const [first] = workspace.candidates;
      const picks = {
        ...{ cpu: pick(cpu), motherboard: pick(motherboard), memory: pick(memory) },
        gpu: pick(gpu ?? ''),
      };
      const settings = reading === null ? [] : [{ code: 'processor-heat', reading }];
      const [assembly] = workspaceSchema.shape.assemblies.parse([{ id: first.id, start: { settings } }]);
      workspace.state = { ...workspace.state, candidates: [{ ...first, picks }], assemblies: [assembly] };
      const why = await whyOf();
      return why.kind === 'done'
        ? {
            told: why.told,
            p: why.diagnosis.causes.find(({ cause }) => cause === 'processor-held')?.probability,
          }
        : null;
    };
    const [silent, hot, cool] = [await chance(null), await chance(99), await chance(70)];
    expect(silent?.told).toEqual([]);
    expect(hot?.told[0].words).toContain('99 °C was read off. Too hot');
    expect(hot?.p).toBeGreaterThan(silent?.p ?? 1);
    expect(cool?.p).toBeLessThan(silent?.p ?? 0);
  });
  it('expects of raised clocks what they were tuned to, once that is known', () => {
    const raised = runs.map((run) => ({ ...run, state: { ...run.state, clocks: 'raised' as const } }));
    const plain = page({ rigs, runs: raised }).groups.value[0];
    expect(plain.isTuned).toBe(false);
    setActivePinia(createPinia());
    const workspace = useWorkspace();
    const [first] = workspace.candidates;
    const { cpu, motherboard, memory, gpu } = rigs[0];
    const picks = Object.fromEntries(
      Object.entries({ cpu, motherboard, memory, gpu }).map(([slot, part]) => [slot, { part, offer: null }]),
    );
    const attempt = (purpose: 'step' | 'final', serial: number) => ({
      ...{
        serial,
        purpose,
        setting: serial === 0 ? 4000 : 4400,
        minutes: 5,
        beganAt: '2026-11-28T19:00:00Z',
      },
      ...{ outcome: 'held', celsius: null, volts: null, errors: null, score: null, note: '' },
    });
    const plan = { ...USUAL_PLANS.cpu, start: 4000, step: 400, limit: 4400 };
    const attempts = [attempt('step', 0), attempt('step', 1), attempt('final', 2)];
    const tunings = workspaceSchema.shape.tunings.parse([
      { id: 'a.cpu', candidate: first.id, plan, attempts },
    ]);
    workspace.state = { ...workspace.state, candidates: [{ ...first, picks }], tunings };
    const tuned = page({ rigs, runs: raised }).groups.value[0];
    expect(tuned.isTuned).toBe(true);
    expect(tuned.expected?.fps).toBeGreaterThan(plain.expected?.fps ?? Infinity);
  });
  it('says why nothing is expected: warm-ups alone, a part that went, no system', () => {
    const warm = page({ rigs, runs: [{ ...runs[0], isWarmUp: true }] });
    expect(warm.groups.value[0].unknown).toBe('Only warm-ups so far.');
    setActivePinia(createPinia());
    const lost = { ...catalogue, parts: catalogue.parts.filter((part) => part.id !== rigs[0].memory) };
    const without = page({ rigs, runs }, lost);
    expect(without.groups.value[0].unknown).toContain('How the memory ran');
    expect(without.why.value.kind).toBe('none');
    setActivePinia(createPinia());
    expect(page({ rigs: [], runs: [] }).why.value).toEqual({ kind: 'none', reason: 'No system yet.' });
  });
});
