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
type ExtraRow = SmallRow & Omit<StoredPartOf<'extras'>, 'id' | 'kind' | 'brand' | 'name'>;

/** What a row says: an empty cell is no figure. */
const stated = <Facts extends object>(facts: Facts): Facts =>
  Object.fromEntries(Object.entries(facts).filter(([, value]) => value !== null)) as Facts; // the same fields, fewer

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
        ...stated(facts),
        ...(facts.purpose === 'light' ? { looksOnly: true } : {}),
      },
      worth,
      age: 0,
    })),
  ];
}
