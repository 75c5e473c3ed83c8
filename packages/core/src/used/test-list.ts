import type { PartKind } from '../parts/index.ts';

/** A check to be made before paying. `risk`: what it guards against, most dangerous first. */
interface TestStep {
  readonly code: string;
  readonly slot: PartKind | 'any';
}

/** What to look at when meeting a seller, by slot. Common practice, no source. */
const STEPS: readonly TestStep[] = [
  { code: 'meet-public', slot: 'any' },
  { code: 'listing-kept', slot: 'any' },
  { code: 'serial-matches', slot: 'any' },
  { code: 'receipt', slot: 'any' },
  { code: 'card-load', slot: 'gpu' },
  { code: 'card-fans', slot: 'gpu' },
  { code: 'card-memory', slot: 'gpu' },
  { code: 'card-outputs', slot: 'gpu' },
  { code: 'processor-pins', slot: 'cpu' },
  { code: 'processor-boots', slot: 'cpu' },
  { code: 'board-socket', slot: 'motherboard' },
  { code: 'board-slots', slot: 'motherboard' },
  { code: 'board-capacitors', slot: 'motherboard' },
  { code: 'memory-all', slot: 'memory' },
  { code: 'memory-same', slot: 'memory' },
  { code: 'storage-health', slot: 'storage' },
  { code: 'storage-hours', slot: 'storage' },
  { code: 'supply-never-open', slot: 'psu' },
  { code: 'supply-cables', slot: 'psu' },
  { code: 'supply-age', slot: 'psu' },
  { code: 'cooler-bracket', slot: 'cooler' },
  { code: 'case-glass', slot: 'case' },
];

/** The steps for parts of these kinds, general ones first. */
export function testList(slots: readonly PartKind[]): TestStep[] {
  return STEPS.filter((step) => step.slot === 'any' || slots.includes(step.slot));
}
