import { COOLER_MAKERS, NETWORK_MAKERS } from '../names.ts';
import type { DemoDraws } from '../random.ts';
import { table } from '../tables.ts';
import { called, inTurn, type StoredPartOf, type Valued } from './valued.ts';

interface SmallRow {
  readonly line: string;
  readonly worth: number;
}
type NetworkRow = SmallRow & Pick<StoredPartOf<'network'>, 'interface' | 'wireless' | 'mbps'>;
type LicenceRow = SmallRow & Pick<StoredPartOf<'os'>, 'licence'>;
type ExtraRow = SmallRow & Pick<StoredPartOf<'extras'>, 'purpose' | 'watts'>;

/** Adapters, licences and what else goes into a parcel. */
export function makeSmall(d: DemoDraws, copy: string): Valued[] {
  return [
    ...table<NetworkRow>('network').map(({ line, worth, ...facts }, n): Valued => ({
      part: { ...called('network', inTurn(NETWORK_MAKERS, n), `${line}${copy}`), ...facts },
      worth: worth + d.real(-0.5, 0.5),
      age: 0,
    })),
    ...table<LicenceRow>('licences').map(({ line, worth, licence }): Valued => ({
      part: { ...called('os', 'Windmill Systems', `${line}${copy}`), licence },
      worth,
      age: 0,
    })),
    ...table<ExtraRow>('extras').map(({ line, worth, ...facts }, n): Valued => ({
      part: {
        ...called('extras', inTurn(COOLER_MAKERS, n), `${line}${copy}`),
        ...facts,
        ...(facts.purpose === 'light' ? { looksOnly: true } : {}),
      },
      worth,
      age: 0,
    })),
  ];
}
