import { quantitiesIn, type Quantity } from './numbers.ts';

/** Units of a measure with what one of them is in the measure's own unit; the empty one stands for "none written". */
type Units = Readonly<Record<string, number>>;

/** What is measured: the units that it comes in, and between what a value of a part can lie. */
interface QuantityKind {
  readonly units: Units;
  readonly from: number;
  readonly to: number;
}

const LENGTH: Units = {
  '': 1,
  mm: 1,
  cm: 10,
  in: 25.4,
  inch: 25.4,
  inches: 25.4,
  '"': 25.4,
  '”': 25.4,
  '″': 25.4,
};
const WATTS: Units = { '': 1, w: 1, watt: 1, watts: 1, kw: 1000 };
const CLOCK: Units = { '': 1, mhz: 1, ghz: 1000 };
const TRANSFERS: Units = { '': 1, 'mt/s': 1, mts: 1, mhz: 1 };
const SPACE: Units = { '': 1, gb: 1, gib: 1, tb: 1000, mb: 1 / 1024 };
const NETWORK: Units = { '': 1, mbps: 1, 'mbit/s': 1, 'mb/s': 1, gbps: 1000, 'gbit/s': 1000, 'gb/s': 1000 };

const measure = (units: Units, from: number, to: number): QuantityKind => ({ units, from, to });

export const QUANTITY_KINDS = {
  cardMm: measure(LENGTH, 100, 500),
  heightMm: measure(LENGTH, 15, 300),
  moduleMm: measure(LENGTH, 15, 80),
  psuMm: measure(LENGTH, 80, 300),
  watts: measure(WATTS, 5, 1500),
  psuWatts: measure(WATTS, 150, 3000),
  clockMhz: measure(CLOCK, 800, 9000),
  mts: measure(TRANSFERS, 800, 12000),
  memoryGb: measure(SPACE, 0.5, 4096),
  driveGb: measure(SPACE, 16, 100000),
  bandwidthGbs: measure({ '': 1, 'gb/s': 1 }, 5, 10000),
  tflops: measure({ '': 1, tflops: 1, 'tflop/s': 1 }, 0.05, 500),
  litres: measure({ '': 1, l: 1, litre: 1, litres: 1, liter: 1, liters: 1 }, 1, 200),
  noiseDb: measure({ '': 1, db: 1, 'db(a)': 1, dba: 1 }, 5, 80),
  mbps: measure(NETWORK, 10, 100000),
  cores: measure({ '': 1 }, 1, 256),
  slots: measure({ '': 1, slot: 1, slots: 1 }, 1, 5),
  months: measure({ '': 1, month: 1, months: 1, year: 12, years: 12 }, 1, 300),
} as const satisfies Record<string, QuantityKind>;

export type MeasureName = keyof typeof QUANTITY_KINDS;

/** The value of one quantity, where its unit is one of the measure's and just one of its readings can be meant. */
function quantityValue({ readings, unit }: Quantity, name: MeasureName, unitOfLabel = ''): number | null {
  const { units, from, to }: QuantityKind = QUANTITY_KINDS[name];
  const factor = units[unit === '' ? unitOfLabel : unit] ?? (unit === '' ? 1 : undefined);
  if (factor === undefined) return null;
  const meant = [...new Set(readings.map((each) => each * factor))].filter(
    (each) => each >= from && each <= to,
  );
  return meant.length === 1 ? Math.round(meant[0] * 1000) / 1000 : null;
}

/** The first value of a measure in a text; those with a written unit come before bare numbers. */
export function measured(text: string, name: MeasureName, unitOfLabel = ''): number | null {
  const found = quantitiesIn(text);
  const ordered = [...found.filter(({ unit }) => unit !== ''), ...found.filter(({ unit }) => unit === '')];
  for (const quantity of ordered) {
    const value = quantityValue(quantity, name, unitOfLabel);
    if (value !== null) return value;
  }
  return null;
}
