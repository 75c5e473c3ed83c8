import { PRESETS, type BenchRecord, type Gpu, type Part, type Preset, type Cpu } from '../parts/index.ts';
import type { FrameModel } from '../parts/index.ts';
import { memoryTold, type MemoryTold } from './memory-told.ts';

/** Why a record stays out of the fit. */
export type HeldBackCode =
  | 'set-aside'
  | 'unknown-game'
  | 'unknown-processor'
  | 'unknown-card'
  | 'no-graphics'
  | 'threads-unknown'
  | 'video-memory-unknown'
  | 'link-unknown'
  | 'preset-missing'
  | 'preset-mixed'
  | 'resolution-missing'
  | 'upscaling-missing'
  | 'generated-frames'
  | 'clocks-raised'
  | 'ray-tracing'
  | 'own-settings'
  | 'low-above-average';

export interface HeldBack {
  readonly code: HeldBackCode;
  /** What the record says there, for the sentence. */
  readonly got: string;
}

/** A sentence that says what keeps a record out, and what would let it in. */
export function heldBackSentence({ code, got }: HeldBack): string {
  return SENTENCES[code](got);
}

const SENTENCES: Readonly<Record<HeldBackCode, (got: string) => string>> = {
  'set-aside': (got) => `Excluded by hand: ${got}`,
  'unknown-game': (got) => `The catalogue has no game “${got}”. Add the game, or correct the name.`,
  'unknown-processor': (got) => `The catalogue has no processor “${got}”. Add the part, or correct the name.`,
  'unknown-card': (got) => `The catalogue has no graphics card “${got}”. Add the part, or correct the name.`,
  'no-graphics': () => 'No graphics card is named, and the processor’s specs give it no graphics.',
  'threads-unknown': () => 'The processor’s specs say nothing about its threads.',
  'video-memory-unknown': () => 'The graphics card’s specs say nothing about its video memory.',
  'link-unknown': () =>
    'The benchmark names a slot, and the graphics card’s specs say nothing about its own link.',
  'preset-missing': () => 'The preset is not said.',
  'preset-mixed': (got) =>
    `“${got}” is none of low, medium, high, ultra: the settings are mixed or the source’s own.`,
  'resolution-missing': () => 'The resolution is not said.',
  'upscaling-missing': () => 'Whether the picture was upscaled is not said.',
  'generated-frames': () => 'Generated frames are counted in it; only rendered ones compare.',
  'clocks-raised': (got) =>
    got === 'raised'
      ? 'It was overclocked, and of which part is not said; rates are those of parts as shipped.'
      : 'It does not run as shipped: it says what that state does, and nothing of the rates as shipped.',
  'ray-tracing': () => 'Light was traced along rays, which no preset here asks for.',
  'own-settings': (got) => `It has settings of its own beside the preset: ${got}.`,
  'low-above-average': (got) => `Its low (${got}) is above its average, which cannot be.`,
};

/** A record with everything that the fit reads, looked up. */
export interface UsableRecord {
  readonly record: BenchRecord;
  readonly preset: Preset;
  readonly widthPx: number;
  readonly heightPx: number;
  readonly renderScale: number;
  readonly cpu: Cpu & { readonly threads: number };
  readonly gpu: (Gpu & { readonly videoMemoryGb: number }) | null;
  readonly memory: MemoryTold;
}

type JudgedRecord = { readonly usable: UsableRecord } | { readonly heldBack: readonly HeldBack[] };

const isPreset = (text: string): text is Preset => (PRESETS as readonly string[]).includes(text);

const UNSAID: Readonly<Record<MemoryTold['unsaid'][number], string>> = {
  gb: 'size',
  channels: 'channels',
  mts: 'rate',
  cl: 'latency',
};

/** What a record does not say of how its memory ran; null where it says everything. */
export const memoryUnsaid = ({ memory: { unsaid } }: UsableRecord): string | null =>
  unsaid.length === 0 ? null : unsaid.map((name) => UNSAID[name]).join(', ');

/** What a record leaves out and takes part without, as a sentence; null where it says everything. */
export function leftUnsaid(usable: UsableRecord): string | null {
  const what = memoryUnsaid(usable);
  return (
    what &&
    `Of its memory it does not say: ${what}. That is taken as usual, and the benchmark counts for less.`
  );
}

/** Judges records against a catalogue: none enters the fit without its conditions, but for its memory, which is taken as usual. */
export function recordJudge(
  parts: readonly Part[],
  model: FrameModel,
): (record: BenchRecord) => JudgedRecord {
  const byId = new Map(parts.map((part) => [part.id, part]));
  const games = new Set(model.games.map((game) => game.id));
  return (record) => {
    const reasons: HeldBack[] = [];
    const say = (code: HeldBackCode, got = '') => {
      reasons.push({ code, got });
      return null;
    };
    if (record.excluded !== null) say('set-aside', record.excluded);
    if (!games.has(record.game)) say('unknown-game', record.game);
    const { preset, widthPx, heightPx, renderScale, low } = record;
    if (preset === null) say('preset-missing');
    else if (!isPreset(preset)) say('preset-mixed', preset);
    if (widthPx === null || heightPx === null) say('resolution-missing');
    if (renderScale === null) say('upscaling-missing');
    if (record.generatedFrames) say('generated-frames');
    if (record.clocks !== 'stock') say('clocks-raised', record.clocks);
    if (record.rayTracing === true) say('ray-tracing');
    if (record.settings !== '') say('own-settings', record.settings);
    if (low && low.fps > record.average) say('low-above-average', String(low.fps));
    const cpu = cpuOf(byId.get(record.cpu), record, say);
    const gpu = record.gpu === null ? null : gpuOf(byId.get(record.gpu), record, say);
    if (record.gpu === null && cpu && cpu.integratedGraphics !== true) say('no-graphics');
    if (reasons.length > 0 || !cpu || preset === null || !isPreset(preset)) return { heldBack: reasons };
    if (widthPx === null || heightPx === null || renderScale === null) return { heldBack: reasons };
    const memory = memoryTold(record.memory);
    return { usable: { record, preset, widthPx, heightPx, renderScale, cpu, gpu, memory } };
  };
}

type Say = (code: HeldBackCode, got?: string) => null;

function cpuOf(part: Part | undefined, record: BenchRecord, say: Say): UsableRecord['cpu'] | null {
  if (part?.kind !== 'cpu') return say('unknown-processor', record.cpu);
  const { threads } = part;
  return threads === null ? say('threads-unknown') : { ...part, threads };
}

function gpuOf(part: Part | undefined, record: BenchRecord, say: Say): UsableRecord['gpu'] {
  if (part?.kind !== 'gpu') return say('unknown-card', record.gpu ?? '');
  const { videoMemoryGb } = part;
  if (videoMemoryGb === null) return say('video-memory-unknown');
  if (record.link && (part.pcieGeneration === null || part.pcieLanes === null)) return say('link-unknown');
  return { ...part, videoMemoryGb };
}
