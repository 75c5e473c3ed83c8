import type { BenchRecord, Part } from '../parts/index.ts';
import { chipFeatures, integratedFeatures, processorFeatures } from './features.ts';

/** FNV-1a (G. Fowler, L. C. Noll, K.-P. Vo), 32 bits, as a seed for the next piece. */
function mixed(hash: number, text: string): number {
  let out = hash;
  for (let i = 0; i < text.length; i++) out = Math.imul(out ^ text.charCodeAt(i), 0x01000193);
  return out >>> 0;
}

/**
 * A short text that changes when the fit would: with any record or any sheet that it reads, in whatever order they stand.
 * Two sums of different start make a chance agreement unlikely enough for a note that says "not fitted yet".
 */
export function fingerprint(parts: readonly Part[], records: readonly BenchRecord[]): string {
  const lines = [
    ...records.map(({ memory: m, low, ...r }) =>
      JSON.stringify([
        r.id, r.game, r.preset, r.widthPx, r.heightPx, r.renderScale, r.generatedFrames, r.processor, r.card, m.gb, m.channels, m.mts, m.cl, r.link?.generation, r.link?.lanes,
        r.background, r.clocks, r.average, low?.fps, low?.percent, low?.definition, r.source.name, r.trust, r.system, r.setAside,
      ]),
    ),
    ...parts.flatMap((part) => {
      if (part.slot === 'processor')
        return [JSON.stringify([part.id, part.threads, part.integratedGraphics, processorFeatures(part).values, integratedFeatures(part).values])];
      return part.slot === 'card' ? [JSON.stringify([part.id, part.chip, part.videoMemoryGb, part.pcieLanes, chipFeatures([part]).values])] : [];
    }),
  ].sort(); // prettier-ignore
  return [0x811c9dc5, 0x9e3779b9].map((seed) => lines.reduce(mixed, seed).toString(36)).join('.');
}
