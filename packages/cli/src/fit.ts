import { finish } from '@ripe-pick/core/work';
import type { BenchRecord, CatalogueFile } from '@ripe-pick/contract';
import { fitModel, heldBackSentence, validate } from '@ripe-pick/core/fit';
import type { Arguments } from './args.ts';
import type { Surroundings } from './surroundings.ts';

/** Fits a catalogue's model from records, tells how good it is, and writes the catalogue with it where asked. */
export function fitCommand(
  catalogue: CatalogueFile,
  records: readonly BenchRecord[],
  args: Arguments,
  world: Surroundings,
): number {
  const input = {
    parts: catalogue.parts,
    model: catalogue.frameModel,
    records,
    start: null,
    now: world.now(),
  };
  const result = finish(fitModel(input));
  if (result.status !== 'fitted') {
    world.err(
      result.status === 'no-games'
        ? 'fit: the catalogue names no game.'
        : 'fit: more parts and games than can be fitted together.',
    );
    return 2;
  }
  const heldOut = finish(validate({ ...input, model: result.model, start: result.model.fit }));
  const frameModel = { ...result.model, fit: { ...result.model.fit, heldOut } };
  const disagree = result.findings.filter((finding) => finding.disagrees).map((finding) => finding.id);
  const heldBack = result.heldBack.map(({ id, reasons }) => ({ id, reasons: reasons.map(heldBackSentence) }));
  // Before it is told: what could not be written was not done.
  if (args.out !== null) world.write(args.out, `${JSON.stringify({ ...catalogue, frameModel })}\n`);
  if (args.json)
    world.out(
      JSON.stringify(
        { records: frameModel.fit.records, heldBack, disagree, heldOut, noise: frameModel.fit.noise },
        null,
        2,
      ),
    );
  else {
    world.out(
      `Fitted from ${frameModel.fit.records} benchmarks; ${heldBack.length} not used yet, ${disagree.length} disagree with the rest.`,
    );
    if (heldOut) {
      world.out(
        `Typical error (median) ${(100 * heldOut.medianError).toFixed(1)} % for benchmarks it had not seen, below ${(100 * heldOut.error90).toFixed(1)} % for nine in ten.`,
      );
      for (const { nominal, actual } of heldOut.coverage)
        world.out(`  ${(100 * nominal).toFixed(0)} % intervals held ${(100 * actual).toFixed(0)} %`);
    }
    for (const { id, reasons } of heldBack) world.out(`  not used yet ${id}: ${reasons.join(' ')}`);
    for (const id of disagree) world.out(`  disagrees ${id}`);
  }
  return 0;
}
