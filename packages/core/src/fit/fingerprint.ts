import type { BenchRecord, Part } from '../parts/index.ts';

/** FNV-1a (G. Fowler, L. C. Noll, K.-P. Vo), 32 bits, as a seed for the next piece. */
function mixed(hash: number, text: string): number {
  let out = hash;
  for (let i = 0; i < text.length; i++) out = Math.imul(out ^ text.charCodeAt(i), 0x01000193);
  return out >>> 0;
}

/** What the fit reads of a record. */
const recordFacts = ({ memory, low, link, source, ...record }: BenchRecord) => [
  record.id,
  record.game,
  record.preset,
  record.widthPx,
  record.heightPx,
  record.renderScale,
  record.generatedFrames,
  record.cpu,
  record.gpu,
  memory.gb,
  memory.channels,
  memory.mts,
  memory.cl,
  link?.generation,
  link?.lanes,
  record.background,
  record.clocks,
  record.average,
  low?.fps,
  low?.percent,
  low?.definition,
  source.name,
  record.trust,
  record.rig,
  // Only where they are told: what was fitted before they were known stays as it was.
  ...(record.rayTracing === null && record.settings === '' && record.watts === null
    ? []
    : [record.rayTracing, record.settings, record.watts?.cpu, record.watts?.gpu]),
];

/** What the fit reads of a part; figures as the sheets state them: logarithms may differ in the last digit between engines. */
function partFacts(part: Part): readonly unknown[] | null {
  if (part.kind === 'cpu')
    return [
      part.id,
      part.threads,
      part.integratedGraphics,
      part.boostMhz ?? null,
      part.cores,
      part.pcieGeneration,
      part.graphicsTflops ?? null,
    ];
  if (part.kind === 'gpu')
    return [
      part.id,
      part.chip,
      part.videoMemoryGb,
      part.pcieLanes,
      part.tflops ?? null,
      part.memoryGbs ?? null,
      part.boardPowerWatts,
      part.pcieGeneration,
    ];
  return null;
}

/**
 * A short text that changes when the fit would: with any record or any sheet that it reads, in whatever order they stand.
 * Two sums of different start make a chance agreement unlikely enough for a note that says "not fitted yet".
 */
export function fingerprint(parts: readonly Part[], records: readonly BenchRecord[]): string {
  // What is set aside by hand is no part of the fit.
  const counted = records.filter((record) => record.excluded === null);
  const facts = [...counted.map(recordFacts), ...parts.map(partFacts).filter((list) => list !== null)];
  const lines = facts.map((list) => JSON.stringify(list)).sort();
  return [0x811c9dc5, 0x9e3779b9].map((seed) => lines.reduce(mixed, seed).toString(36)).join('.');
}
