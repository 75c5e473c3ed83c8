import { MEMORY_MAKERS } from '../names.ts';
import type { DemoDraws } from '../random.ts';
import { table } from '../tables.ts';
import { called, inTurn, type StoredPartOf, type Valued } from './valued.ts';

type KitRow = Pick<StoredPartOf<'memory'>, 'type'> &
  Record<'modules' | 'gbPerModule' | 'ratedMts' | 'ratedCl', number>;

/** What the modules of a type run at before any profile is switched on, by their rated figures. */
const plainOf = ({ type, ratedMts, ratedCl }: KitRow) =>
  type === 'DDR5'
    ? { jedecMts: 4800, jedecCl: 40 }
    : ratedMts <= 2666
      ? { jedecMts: ratedMts, jedecCl: ratedCl }
      : { jedecMts: 2400, jedecCl: 17 };

/** Kits; latency in ns bends with price. */
export function makeMemory(d: DemoDraws, copy: string): Valued<StoredPartOf<'memory'>>[] {
  return table<KitRow>('memory').map((row, n) => {
    const { type, modules, gbPerModule, ratedMts, ratedCl } = row;
    const ddr5 = type === 'DDR5';
    const gb = modules * gbPerModule;
    const quick = Math.max(0, (ddr5 ? 16.5 : 14.5) - (2000 * ratedCl) / ratedMts);
    const line = inTurn(['Reef', 'Shoal', 'Spar', 'Keel'], n);
    const name = `${line} ${modules}x${gbPerModule} ${ratedMts} CL${ratedCl}${copy}`;
    return {
      part: {
        ...called('memory', inTurn(MEMORY_MAKERS, n), name),
        ...row,
        ...plainOf(row),
        heightMm: inTurn([31, 36, 44], n),
        colour: inTurn(['black', 'white'], n),
      },
      worth:
        9 +
        gb * (ddr5 ? 2.7 : 1.75) +
        quick * gb * 0.09 +
        (ratedMts > (ddr5 ? 6000 : 3600) ? 8 : 0) +
        d.real(-2, 2),
      age: ddr5 ? 0 : 1,
    };
  });
}
