import { minorPlaces } from '@ripe-pick/core';
import type { Cost, CostLine } from '@ripe-pick/core/money';
import { bestWithin, MEASURES } from '@ripe-pick/core/swaps';
import type { Ref } from 'vue';
import { useBench } from '../../shared/stores/bench.ts';
import { useLanes } from '../../shared/stores/lanes.ts';
import { useStandings } from '../../shared/stores/standings.ts';
import { money, signed } from '../../shared/format/format.ts';
import type { Segment } from '../../shared/format/ruler.ts';
import { SLOT_NAMES } from '../../shared/format/slots.ts';

/** Stretches that are no pick. */
const OTHER_NAMES = {
  shipping: 'Shipping',
  lot: 'Rest of the lot',
  risk: 'Reserve',
  beside: 'Beside it',
} as const;
/** A little more or less money, in whole units. */
const STEP_MAJOR = 20;
type Other = keyof typeof OTHER_NAMES;
/** Whether a stretch of the ruler is no pick. */
export const isOther = (slot: Segment['slot']): slot is Other => slot in OTHER_NAMES;
const nameOf = (slot: Segment['slot']) => (isOther(slot) ? OTHER_NAMES[slot] : SLOT_NAMES[slot]);

/** What the ruler says of a stretch: what it is, what it costs and where, how its price stands, what a little more or less would do. */
export function useRulerWords(cost: Readonly<Ref<Cost | null>>) {
  const bench = useBench();
  const lanes = useLanes();
  const standings = useStandings();

  function stepWords(slot: Segment['slot']): string {
    if (isOther(slot)) return '';
    const lane = lanes.bySlot?.get(slot);
    if (!lane) return '';
    const step = STEP_MAJOR * 10 ** minorPlaces(bench.currency);
    const { kind, unit } = MEASURES[slot];
    const say = (most: number) => {
      const gain = bestWithin(lane, most)?.gain;
      if (gain === undefined || gain === null) return 'nothing fits';
      return kind === 'frames' ? `${signed(gain / 1000)} fps` : `${signed(gain, 0)} ${unit}`;
    };
    const amount = money(step, bench.currency, { short: true });
    return ` · +${amount}: ${say(step)} · −${amount}: ${say(-step)}`;
  }

  /** The part of a segment: where it was bought and what was asked there, or how its price stands. */
  function boughtWords(line: CostLine): string {
    const shop = line.shop ? bench.index?.shops.get(line.shop)?.name : undefined;
    if (!shop || !line.part) return '';
    const { currency, minor } = line.stated;
    const stated = currency === bench.currency ? '' : `, stated ${money(minor, currency)}`;
    const offer = line.offer ? bench.index?.offers.get(line.offer) : undefined;
    if (offer?.ordered)
      return ` at ${shop}${stated} · ${offer.ordered.state === 'arrived' ? 'there' : 'ordered'}`;
    const verdict = line.slot ? standings.waiting(line.slot) : null;
    return ` at ${shop}${stated}${verdict ? ` · ${verdict.word}: ${verdict.line}` : ''}`;
  }
  function segmentWords(segment: Segment): string {
    const amount = money(segment.to - segment.from, bench.currency);
    if (segment.slot === 'risk') return `Reserve for used parts: ${amount}`;
    const line = cost.value?.lines.find((each) =>
      segment.slot === 'shipping' || segment.slot === 'lot'
        ? each.kind === segment.slot
        : each.slot === segment.slot,
    );
    const part = line?.part ? bench.index?.parts.get(line.part) : undefined;
    const comesBack = segment.back > 0 ? `, ${money(segment.back, bench.currency)} of it may come back` : '';
    const name = part ? `${part.brand} ${part.name}, ` : '';
    const bought = line ? boughtWords(line) : '';
    return `${nameOf(segment.slot)}: ${name}${amount}${comesBack}${bought}${stepWords(segment.slot)}`;
  }
  return { nameOf, segmentWords };
}
