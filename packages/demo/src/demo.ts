import { seedOf } from '@ripe-pick/core/stats';
import { finish } from '@ripe-pick/core/work';
import type { BenchKept, CatalogueFile, StoredModel } from '@ripe-pick/contract';
import { fitModel, validate } from '@ripe-pick/core/fit';
import type { BenchRecord } from '@ripe-pick/core/parts';
import { makeBench } from './bench.ts';
import { makeSeatTwo, type SeatTwo } from './seat-two.ts';
import { makeCatalogue } from './make.ts';
import { DEMO_DAY } from './names.ts';
import { drawsOf } from './random.ts';
import { DEMO_RECORDS, makeRecords, spoil } from './records.ts';

const SEED = 640;
/** Parts that the press has not measured yet: their rates come from their sheets. */
const UNMEASURED = [
  'tarnholt-curlew-370g',
  'ysmere-medlar-390u',
  'tarnholt-plover-330g',
  'kestrand-ember-130-solo',
  'gullmoor-tideline-380-solo',
  'kestrand-tideline-380-trio',
];

/** The demo: a market whose rates are fitted from its records. The truth behind the records is nowhere in it. */
export function makeDemo(): {
  readonly catalogue: CatalogueFile;
  readonly records: readonly BenchRecord[];
  readonly bench: BenchKept;
  readonly seat: SeatTwo;
  readonly secondBench: BenchKept;
  /** A pass as a frame-time file, to be tried on the test bench. */
  readonly frameTimes: string;
} {
  const market = makeCatalogue({ seed: SEED });
  const truths = makeRecords(market, { ...DEMO_RECORDS, seed: SEED, unmeasured: new Set(UNMEASURED) });
  const records = spoil(
    truths.map((each) => each.record),
    drawsOf(seedOf('spoil', SEED)),
  );
  // The fit is given the games' facts and nothing of the hidden rates.
  const facts = { ...market.frameModel, cpus: [], gpus: [], integrated: [] };
  const input = {
    parts: market.parts,
    model: facts,
    records,
    start: null,
    now: `${DEMO_DAY}T18:00:00Z`,
  };
  const fitted = finish(fitModel(input));
  if (fitted.status !== 'fitted') throw new Error(`demo: the fit ended as ${fitted.status}`);
  const { model } = fitted;
  const heldOut = finish(validate({ ...input, model, start: model.fit }));
  const frameModel = { ...model, fit: { ...model.fit, heldOut } } as StoredModel; // the file's lists are not read-only
  const catalogue = { ...market, frameModel };
  const { seat, bench: secondBench } = makeSeatTwo(catalogue, market);
  return { catalogue, records, seat, secondBench, ...makeBench(market) };
}
