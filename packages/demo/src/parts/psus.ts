import { SUPPLY_MAKERS } from '../names.ts';
import type { DemoDraws } from '../random.ts';
import { table } from '../tables.ts';
import { called, inTurn, type StoredPartOf, type Valued } from './valued.ts';

type PsuSheet = StoredPartOf<'psu'>;
type Badge = NonNullable<PsuSheet['efficiency']>;
interface PsuRow {
  readonly line: string;
  readonly form: NonNullable<PsuSheet['form']>;
  readonly ratedWatts: number;
  readonly efficiency: Badge;
  readonly worth: number;
}

/** By efficiency: what a bench club makes of it, where it tested any, and months of warranty. */
const CLASSES: Record<Badge, { readonly mark: number | null; readonly warrantyMonths: number }> = {
  none: { mark: null, warrantyMonths: 24 },
  White: { mark: 2, warrantyMonths: 36 },
  Bronze: { mark: 3, warrantyMonths: 36 },
  Silver: { mark: 3, warrantyMonths: 36 },
  Gold: { mark: 4, warrantyMonths: 84 },
  Platinum: { mark: 5, warrantyMonths: 84 },
  Titanium: { mark: 5, warrantyMonths: 84 },
};

/** One maker's middle class is worse than its badge. */
function qualityOf({ efficiency }: PsuRow, brand: string): PsuSheet['quality'] {
  const isWorse = efficiency === 'Bronze' && brand === 'Wattlewood';
  const mark = isWorse ? 2 : CLASSES[efficiency].mark;
  return mark === null ? null : { mark, source: 'Skerrow bench club', on: '2026-03-14' };
}

function sheetOf(row: PsuRow, brand: string, copy: string): PsuSheet {
  const { line, form, ratedWatts, efficiency } = row;
  const isGood = ['Gold', 'Platinum', 'Titanium'].includes(efficiency);
  return {
    ...called('psu', brand, `${line} ${ratedWatts} ${efficiency === 'none' ? 'Plain' : efficiency}${copy}`),
    form,
    lengthMm: form === 'ATX' ? (ratedWatts >= 750 ? 165 : 140) : form === 'SFX' ? 100 : 175,
    ratedWatts,
    efficiency,
    eightPinConnectors: ratedWatts < 400 ? 0 : ratedWatts < 500 ? 1 : ratedWatts < 750 ? 2 : 4,
    sixteenPinConnectors: isGood && ratedWatts >= 650 ? 1 : 0,
    cpuConnectors: ratedWatts >= 650 ? 2 : 1,
    modular: isGood ? 'full' : efficiency === 'Bronze' && ratedWatts >= 500 ? 'semi' : 'no',
    sataConnectors: ratedWatts < 400 ? 3 : ratedWatts < 650 ? 5 : 8,
    peripheralConnectors: ratedWatts < 400 ? 2 : 3,
    noiseDb: isGood ? 18 : 24,
    quality: qualityOf(row, brand),
    warrantyMonths: CLASSES[efficiency].warrantyMonths,
  };
}

export function makePsus(d: DemoDraws, copy: string): Valued[] {
  return table<PsuRow>('psus').map((row, n) => ({
    part: sheetOf(row, inTurn(SUPPLY_MAKERS, n), copy),
    worth: row.worth + d.real(-2, 2),
    age: d.chance(0.2) ? 1 : 0,
  }));
}
