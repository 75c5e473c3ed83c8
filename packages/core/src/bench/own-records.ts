import type {
  Background,
  BenchRecord,
  Motherboard,
  Memory,
  Part,
  Cpu,
  RecordClocks,
} from '../parts/index.ts';
import { summariseRuns, type RunFigures, type RunsSummary } from './runs.ts';

/** The user's own machine. Parts by id. */
export interface Rig {
  readonly id: string;
  readonly name: string;
  readonly cpu: string;
  readonly motherboard: string;
  readonly memory: string;
  readonly gpu: string | null;
  /** Whether its passes count for the model; not while something is wrong with it. */
  readonly isCounted: boolean;
}

/** How the machine was set while a pass was measured. */
export interface RigState {
  readonly profile: boolean;
  readonly clocks: RecordClocks;
  /** Light traced along rays; absent: no. */
  readonly rayTracing?: boolean | undefined;
  /** Frames made up between rendered ones were counted; absent: no. */
  readonly generatedFrames?: boolean | undefined;
  /** Own settings beside the preset; absent: none. */
  readonly settings?: string | undefined;
}

/** One measured pass with its conditions. */
export interface BenchRun extends RunFigures {
  readonly id: string;
  readonly rig: string;
  readonly game: string;
  readonly preset: 'low' | 'medium' | 'high' | 'ultra';
  readonly widthPx: number;
  readonly heightPx: number;
  readonly renderScale: number;
  readonly background: Background;
  readonly state: RigState;
  /** What frames were captured with; absent: not said. */
  readonly tool?: string | undefined;
  /** Further figures of the pass, and the draw while it ran; absent: not measured. */
  readonly spread?: BenchRecord['spread'] | undefined;
  readonly watts?: BenchRecord['watts'] | undefined;
  /** ISO date. */
  readonly on: string;
}

/** Passes of one game under the same conditions, put together. */
export interface RunGroup<R extends BenchRun = BenchRun> {
  readonly key: string;
  readonly runs: readonly R[];
  /** Null while there are only warm-ups. */
  readonly summary: RunsSummary | null;
}

/** Name of the group that a pass belongs to: what has to be equal for passes to be put together. */
export function groupKey({
  rig: system,
  game,
  preset,
  widthPx,
  heightPx,
  renderScale,
  background,
  state,
  tool,
}: Pick<
  BenchRun,
  'rig' | 'game' | 'preset' | 'widthPx' | 'heightPx' | 'renderScale' | 'background' | 'state' | 'tool'
>): string {
  const resolution = `${widthPx}x${heightPx}`;
  return [
    system,
    game,
    preset,
    resolution,
    renderScale,
    background,
    state.profile ? 'profile' : 'base',
    state.clocks,
    // Only where they differ from what is usual, so that the names of earlier groups stay.
    ...(state.rayTracing ? ['rays'] : []),
    ...(state.generatedFrames ? ['made'] : []),
    ...(state.settings ? [state.settings] : []),
    ...(tool ? [`by ${tool}`] : []),
  ].join('.');
}

/** The mean of a figure over the passes that have it; null when none has. */
function meanOver(
  group: readonly BenchRun[],
  of: (run: BenchRun) => number | null | undefined,
): number | null {
  const values = group.filter(({ isWarmUp }) => !isWarmUp).flatMap((run) => of(run) ?? []);
  return values.length === 0 ? null : values.reduce((a, b) => a + b, 0) / values.length;
}
/** Minimum, maximum and 90th percentile as means over passes, warm-ups left out; null when none was told. */
export function meanSpread(group: readonly BenchRun[]): BenchRecord['spread'] {
  const minimum = meanOver(group, ({ spread }) => spread?.minimum);
  const maximum = meanOver(group, ({ spread }) => spread?.maximum);
  const percentile90 = meanOver(group, ({ spread }) => spread?.percentile90);
  return minimum === null && maximum === null && percentile90 === null
    ? null
    : { minimum, maximum, percentile90 };
}
/** The draw as a mean over passes, warm-ups left out; null when none was measured. */
export function meanWatts(group: readonly BenchRun[]): BenchRecord['watts'] {
  const cpu = meanOver(group, ({ watts }) => watts?.cpu);
  const gpu = meanOver(group, ({ watts }) => watts?.gpu);
  return cpu === null && gpu === null ? null : { cpu, gpu };
}

/** Groups passes by system, game, conditions and state, in the order in which each group began. */
export function groupRuns<R extends BenchRun>(runs: readonly R[]): RunGroup<R>[] {
  const groups = new Map<string, R[]>();
  for (const run of runs) {
    const key = groupKey(run);
    const group = groups.get(key);
    if (group) group.push(run);
    else groups.set(key, [run]);
  }
  return [...groups].map(([key, group]) => ({ key, runs: group, summary: summariseRuns(group) }));
}

/** How the memory runs in a state: the profile's or the base rate, held by the board; latency in ns is kept. */
function memoryOf(
  kit: Memory | null,
  motherboard: Motherboard | null,
  profileOn: boolean,
): BenchRecord['memory'] {
  if (!kit || !motherboard) return { gb: null, channels: null, mts: null, cl: null, profile: profileOn };
  const isRated = profileOn && motherboard.memoryProfile === true;
  const mts = isRated ? kit.ratedMts : kit.jedecMts;
  const cl = isRated ? kit.ratedCl : kit.jedecCl;
  const held =
    mts === null || motherboard.memoryMaxMts === null ? null : Math.min(mts, motherboard.memoryMaxMts);
  return {
    gb: kit.modules === null || kit.gbPerModule === null ? null : kit.modules * kit.gbPerModule,
    channels: kit.modules === null ? null : Math.min(kit.modules, 2),
    mts: held,
    cl: cl === null || held === null || mts === null ? null : (cl * held) / mts,
    profile: profileOn,
  };
}

/** The link that the card gets: the lesser of slot and processor. Null, as for a full link, where a sheet is silent. */
function linkOf(cpu: Cpu | null, motherboard: Motherboard | null): BenchRecord['link'] {
  if (!motherboard?.pcieSlot || cpu === null || cpu.pcieGeneration === null) return null;
  const { generation, lanes } = motherboard.pcieSlot;
  return lanes < 1 ? null : { generation: Math.min(generation, cpu.pcieGeneration), lanes };
}

/** One record for each group of own passes: what the fit takes in. */
export function recordsOfRuns(
  parts: readonly Part[],
  rigs: readonly Rig[],
  runs: readonly BenchRun[],
): BenchRecord[] {
  const byId = new Map(parts.map((part) => [part.id, part]));
  const machines = new Map(rigs.map((system) => [system.id, system]));
  return groupRuns(runs).flatMap(({ key, runs: group, summary }): BenchRecord[] => {
    const [first] = group;
    const machine = machines.get(first.rig);
    if (!summary || !machine) return [];
    const kit = byId.get(machine.memory);
    const under = byId.get(machine.motherboard);
    const motherboard = under?.kind === 'motherboard' ? under : null;
    const own = byId.get(machine.cpu);
    const cpu = own?.kind === 'cpu' ? own : null;
    const low = summary.low ?? summary.slowest;
    return [
      {
        id: `own.${key}`,
        game: first.game,
        preset: first.preset,
        widthPx: first.widthPx,
        heightPx: first.heightPx,
        renderScale: first.renderScale,
        generatedFrames: first.state.generatedFrames ?? false,
        cpu: machine.cpu,
        gpu: machine.gpu,
        memory: memoryOf(kit?.kind === 'memory' ? kit : null, motherboard, first.state.profile),
        link: machine.gpu === null ? null : linkOf(cpu, motherboard),
        background: first.background,
        clocks: first.state.clocks,
        rayTracing: first.state.rayTracing ?? false,
        settings: first.state.settings ?? '',
        tool: first.tool ?? '',
        spread: meanSpread(group),
        watts: meanWatts(group),
        average: summary.average,
        low:
          low === null
            ? null
            : {
                fps: Math.min(low, summary.average),
                percent: 1,
                definition: summary.low === null ? 'slowest' : 'percentile',
              },
        source: { name: machine.name, on: group[group.length - 1].on },
        trust: 'own',
        rig: machine.id,
        note: `mean of ${summary.count} ${summary.count === 1 ? 'run' : 'runs'}`,
        excluded: machine.isCounted ? null : 'its system is left out of the model',
      },
    ];
  });
}
