import { DRIVE_MAKERS } from '../names.ts';
import type { DemoDraws } from '../random.ts';
import { table } from '../tables.ts';
import { called, inTurn, type StoredPartOf, type Valued } from './valued.ts';

interface DriveRow {
  readonly line: string;
  readonly interface: NonNullable<StoredPartOf<'storage'>['interface']>;
  readonly gb: number;
  readonly worth: number;
  readonly m2LengthMm: number | null;
}

const WATTS = { '3.5-inch SATA': 7, 'M.2 NVMe': 5, 'M.2 SATA': 3, '2.5-inch SATA': 3 } as const;

/** Capacity and, where it is not the usual one, the size as the M.2 standard writes it: width and length in mm. */
function nameOf({ line, gb, m2LengthMm }: DriveRow): string {
  const size = m2LengthMm === null || m2LengthMm === 80 ? '' : ` 22${m2LengthMm}`;
  return `${line} ${gb >= 1000 ? `${gb / 1000} TB` : `${gb} GB`}${size}`;
}

export function makeStorage(d: DemoDraws, copy: string): Valued[] {
  return table<DriveRow>('drives').map((row, n) => {
    const { interface: via, gb, m2LengthMm, line } = row;
    const isNvme = via === 'M.2 NVMe';
    return {
      part: {
        ...called('storage', inTurn(DRIVE_MAKERS, n), `${nameOf(row)}${copy}`),
        interface: via,
        gb,
        solidState: via !== '3.5-inch SATA',
        m2LengthMm,
        watts: WATTS[via],
        pcieGeneration: isNvme ? (line === 'Bore' ? 4 : 3) : null,
        heatSpreader: isNvme && line === 'Bore' && gb >= 2000,
      },
      worth: row.worth + d.real(-1.5, 1.5),
      age: d.chance(0.3) ? 1 : 0,
    };
  });
}
