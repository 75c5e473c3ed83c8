import type { BenchRecord, Part } from '../parts/index.ts';

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
    // What is set aside by hand is no part of the fit.
    ...records
      .filter((record) => record.excluded === null)
      .map(({ memory: m, low, ...r }) =>
        JSON.stringify([
          r.id,
          r.game,
          r.preset,
          r.widthPx,
          r.heightPx,
          r.renderScale,
          r.generatedFrames,
          r.cpu,
          r.gpu,
          m.gb,
          m.channels,
          m.mts,
          m.cl,
          r.link?.generation,
          r.link?.lanes,
          r.background,
          r.clocks,
          r.average,
          low?.fps,
          low?.percent,
          low?.definition,
          r.source.name,
          r.trust,
          r.rig,
        ]),
      ),
    // Figures as the sheets state them: logarithms may differ in the last digit from one engine to another.
    ...parts.flatMap((part) => {
      if (part.kind === 'cpu')
        return [
          JSON.stringify([
            part.id,
            part.threads,
            part.integratedGraphics,
            part.boostMhz ?? null,
            part.cores,
            part.pcieGeneration,
            part.graphicsTflops ?? null,
          ]),
        ];
      return part.kind === 'gpu'
        ? [
            JSON.stringify([
              part.id,
              part.chip,
              part.videoMemoryGb,
              part.pcieLanes,
              part.tflops ?? null,
              part.memoryGbs ?? null,
              part.boardPowerWatts,
              part.pcieGeneration,
            ]),
          ]
        : [];
    }),
  ].sort();
  return [0x811c9dc5, 0x9e3779b9].map((seed) => lines.reduce(mixed, seed).toString(36)).join('.');
}
