import type { Part, PartKind } from '../parts/index.ts';

/** What no rule on several parts reads of any part: who sells it under which name and number, and who says so. */
const UNREAD_OF_ALL = [
  ...['id', 'brand', 'name', 'source', 'gtin', 'mpn'],
  ...['warrantyMonths', 'looksOnly', 'colour'],
] as const;

/** What none reads of a kind: rules about a part by itself, or about the whole build, are asked about the part itself. */
const UNREAD: { readonly [K in PartKind]?: readonly (keyof Extract<Part, { kind: K }>)[] } = {
  cpu: ['cores', 'threads', 'pcieGeneration', 'boostMhz', 'graphicsTflops'],
  motherboard: ['memoryMaxMts', 'memoryProfile', 'watts', 'fanHeaders', 'rearUsb', 'lanMbps', 'sound'],
  memory: ['jedecMts', 'jedecCl'],
  gpu: [
    ...(['chip', 'boardPowerWatts', 'recommendedPsuWatts', 'videoMemoryGb', 'tflops', 'memoryGbs'] as const),
    ...(['pcieGeneration', 'pcieLanes'] as const),
  ],
  storage: ['solidState', 'watts', 'pcieGeneration'],
  cooler: ['fans', 'watts'],
  case: ['litres', 'fans', 'meshFront'],
  psu: ['ratedWatts', 'efficiency', 'modular', 'quality'],
  network: ['mbps'],
};

const texts = new WeakMap<Part, string>();

/** Whether a field tells parts apart for rules on several parts. */
export const isReadByRules = (kind: PartKind, field: string): boolean =>
  !(UNREAD_OF_ALL as readonly string[]).includes(field) &&
  !(UNREAD[kind] as readonly string[] | undefined)?.includes(field);

/** What rules on several parts can read of a part, as text: equal for parts that they cannot tell apart. Catalogues are frozen, so a part's text stays. */
export function specsText(part: Part): string {
  let text = texts.get(part);
  if (text === undefined) {
    text = JSON.stringify(Object.entries(part).filter(([field]) => isReadByRules(part.kind, field)));
    texts.set(part, text);
  }
  return text;
}
