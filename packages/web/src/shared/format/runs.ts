import type { BenchRunKept } from '@ripe-pick/contract';
import type { BenchRecord, RecordClocks } from '@ripe-pick/core/parts';
import { decimal } from './format.ts';

/** Sizes of pictures that charts are made at, for choosing. */
export const SIZES = [
  { value: '1280x720', label: '720p' },
  { value: '1920x1080', label: '1080p' },
  { value: '2560x1440', label: '1440p' },
  { value: '3840x2160', label: '2160p' },
];

/** 1080p for the common sizes, both figures for others. */
export function sizeWords(widthPx: number | null, heightPx: number | null): string {
  if (widthPx === null || heightPx === null) return 'size unknown';
  return SIZES.find(({ value }) => value === `${widthPx}x${heightPx}`)?.label ?? `${widthPx} x ${heightPx}`;
}

const BACKGROUND_WORDS: Readonly<Record<BenchRunKept['background'], string>> = {
  none: '',
  voice: 'voice',
  'stream-cpu': 'stream by processor',
  'stream-gpu': 'stream by graphics card',
};

/** How the clocks stood, where they were not as shipped. */
export const CLOCK_WORDS: Readonly<Record<RecordClocks, string>> = {
  stock: '',
  raised: 'overclocked',
  'cpu-raised': 'processor raised',
  'gpu-raised': 'graphics card overclocked',
  'cpu-undervolted': 'processor at less voltage',
  'gpu-undervolted': 'graphics card at less voltage',
};

/** What sets a group of passes apart from others of the same game. */
export function conditionWords(
  run: Pick<BenchRunKept, 'widthPx' | 'heightPx' | 'renderScale' | 'background' | 'state' | 'tool'> & {
    /** Null: not alike in all that is told of. */
    readonly preset: BenchRunKept['preset'] | null;
  },
): string {
  return [
    run.preset ?? '',
    sizeWords(run.widthPx, run.heightPx),
    run.renderScale < 1 ? `upscaled from ${Math.round(run.renderScale * 100)} %` : '',
    BACKGROUND_WORDS[run.background],
    run.state.profile ? '' : 'profile off',
    CLOCK_WORDS[run.state.clocks],
    run.state.rayTracing ? 'ray tracing' : '',
    run.state.generatedFrames ? 'generated frames counted' : '',
    run.state.settings ?? '',
    run.tool ? `captured with ${run.tool}` : '',
  ]
    .filter(Boolean)
    .join(', ');
}

/** Measured against expected in per cent: −12 %. */
export function offWords(ratio: number): string {
  const share = Math.round((ratio - 1) * 1000) / 10;
  return share === 0 ? '±0 %' : `${share > 0 ? '+' : '−'}${decimal(Math.abs(share), 1)} %`;
}

/** What sets a benchmark apart beside preset and size: clocks, ray tracing, generated frames, its own settings, the capture tool. */
export const apartWords = ({
  clocks,
  rayTracing,
  generatedFrames,
  settings,
  tool,
}: Pick<BenchRecord, 'clocks' | 'rayTracing' | 'generatedFrames' | 'settings' | 'tool'>): string =>
  [
    CLOCK_WORDS[clocks],
    rayTracing ? 'ray tracing' : '',
    generatedFrames ? 'generated frames counted' : '',
    settings,
    tool ? `captured with ${tool}` : '',
  ]
    .filter(Boolean)
    .join(', ');

/** Further figures of a benchmark, where they are told: minimum, maximum, 90th percentile, watts. */
export function furtherWords({ spread, watts }: Pick<BenchRecord, 'spread' | 'watts'>): string {
  const figure = (name: string, value: number | null | undefined, unit: 'fps' | 'W') =>
    value === null || value === undefined ? '' : `${name} ${decimal(value, unit === 'W' ? 0 : 1)} ${unit}`;
  return [
    figure('minimum', spread?.minimum, 'fps'),
    figure('maximum', spread?.maximum, 'fps'),
    figure('90th percentile', spread?.percentile90, 'fps'),
    figure('processor', watts?.cpu, 'W'),
    figure('graphics card', watts?.gpu, 'W'),
  ]
    .filter(Boolean)
    .join(', ');
}
