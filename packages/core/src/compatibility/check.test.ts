import { describe, expect, it } from 'vitest';
import {
  ADAPTER,
  BOARD,
  BRIEF,
  CARD,
  CASE,
  COOLER,
  GOOD,
  MEMORY,
  PROCESSOR,
  STORAGE,
  SUPPLY,
} from '../test/fixtures.ts';
import type { Brief, PartSet } from '../parts/index.ts';
import { checkBuild, decided, firstBarrier, isBarred, openSlots, ruleContext } from './check.ts';
import type { RuleContext, Verdict } from './rule.ts';
import { RULES } from './rules/index.ts';
import { CARD_FEED_WATTS, cardFeedWatts } from './rules/supply.ts';

const CONTEXT = ruleContext(BRIEF, new Map());
const needing = (needs: Partial<Brief['needs']>): RuleContext => ({
  ...CONTEXT,
  needs: { ...CONTEXT.needs, ...needs },
});

function verdictOf(rule: string, change: PartSet, context: RuleContext = CONTEXT): Verdict {
  const set = { ...GOOD, ...change };
  const found = RULES.find((each) => each.id === rule);
  if (!found) throw new Error(`no rule ${rule}`);
  return found.judge(set, context).verdict;
}

/** Rule, what spoils it, and the verdict. A row with an unknown comes from a sheet that is silent. */
type Row = readonly [rule: string, what: string, change: PartSet, verdict: Verdict, context?: RuleContext];
const TABLE: readonly Row[] = [
  ['socket', 'same socket', {}, 'pass'],
  ['socket', 'another socket', { board: { ...BOARD, socket: 'S2' } }, 'block'],
  ['socket', 'not stated', { board: { ...BOARD, socket: null } }, 'unknown'],
  ['firmware', 'shipped level knows it', {}, 'pass'],
  ['firmware', 'level too low', { board: { ...BOARD, chipset: 'C1' } }, 'block'],
  ['firmware', 'level too low, but flashes alone', { board: { ...BOARD, chipset: 'C1', flashWithoutProcessor: true } }, 'warn'],
  ['firmware', 'level too low, flashing not stated', { board: { ...BOARD, chipset: 'C1', flashWithoutProcessor: null } }, 'unknown'],
  ['firmware', 'a chipset that never learns it', { board: { ...BOARD, chipset: 'C9' } }, 'block'],
  ['firmware', 'shipped level not stated', { board: { ...BOARD, firmwareShipped: null } }, 'unknown'],
  ['power-stage', 'strong enough', {}, 'pass'],
  ['power-stage', 'exactly enough', { board: { ...BOARD, powerStageWatts: 88 } }, 'pass'],
  ['power-stage', 'one watt short', { board: { ...BOARD, powerStageWatts: 87 } }, 'block'],
  ['power-stage', 'not stated', { processor: { ...PROCESSOR, packageWatts: null } }, 'unknown'],
  ['memory-type', 'same type', {}, 'pass'],
  ['memory-type', 'another type', { memory: { ...MEMORY, type: 'DDR5' } }, 'block'],
  ['memory-type', 'not stated', { memory: { ...MEMORY, type: null } }, 'unknown'],
  ['memory-controller', 'type taken', {}, 'pass'],
  ['memory-controller', 'type not taken', { processor: { ...PROCESSOR, memoryTypes: ['DDR5'] } }, 'block'],
  ['memory-controller', 'too much memory', { processor: { ...PROCESSOR, memoryMaxGb: 8 } }, 'block'],
  ['memory-controller', 'not stated', { processor: { ...PROCESSOR, memoryTypes: null } }, 'unknown'],
  ['memory-slots', 'enough slots', {}, 'pass'],
  ['memory-slots', 'too few', { board: { ...BOARD, memorySlots: 1 } }, 'block'],
  ['memory-slots', 'not stated', { memory: { ...MEMORY, sticks: null } }, 'unknown'],
  ['memory-capacity', 'fits', {}, 'pass'],
  ['memory-capacity', 'too much', { board: { ...BOARD, memoryMaxGb: 15 } }, 'block'],
  ['memory-capacity', 'not stated', { board: { ...BOARD, memoryMaxGb: null } }, 'unknown'],
  ['memory-profile', 'runs as rated', {}, 'pass'],
  ['memory-profile', 'profile off', {}, 'note', { ...CONTEXT, memoryProfile: false }],
  ['memory-profile', 'board without profiles', { board: { ...BOARD, memoryProfile: false } }, 'note'],
  ['memory-profile', 'not stated', { board: { ...BOARD, memoryProfile: null } }, 'unknown'],
  ['memory-channels', 'two sticks', {}, 'pass'],
  ['memory-channels', 'one stick', { memory: { ...MEMORY, sticks: 1 } }, 'note'],
  ['memory-channels', 'not stated', { memory: { ...MEMORY, sticks: null } }, 'unknown'],
  ['board-in-case', 'takes it', {}, 'pass'],
  ['board-in-case', 'too large', { board: { ...BOARD, formFactor: 'ATX' } }, 'block'],
  ['board-in-case', 'not stated', { case: { ...CASE, boardFormFactors: null } }, 'unknown'],
  ['card-in-slot', 'has a slot', {}, 'pass'],
  ['card-in-slot', 'has none', { board: { ...BOARD, cardSlot: { generation: 4, lanes: 0 } } }, 'block'],
  ['card-in-slot', 'not stated', { board: { ...BOARD, cardSlot: null } }, 'unknown'],
  ['card-length', 'short enough', { card: { ...CARD, lengthMm: 300 } }, 'pass'],
  ['card-length', 'one millimetre too long', { card: { ...CARD, lengthMm: 301 } }, 'block'],
  ['card-length', 'not stated', { case: { ...CASE, cardMaxMm: null } }, 'unknown'],
  ['card-width', 'thin enough', {}, 'pass'],
  ['card-width', 'too thick', { card: { ...CARD, slotsWide: 4.2 } }, 'block'],
  ['card-width', 'not stated', { card: { ...CARD, slotsWide: null } }, 'unknown'],
  ['card-feed', 'within slot and socket', {}, 'pass'],
  ['card-feed', 'more than its sockets carry', { card: { ...CARD, boardWatts: 226 } }, 'block'],
  ['card-feed', 'not stated', { card: { ...CARD, power: null } }, 'unknown'],
  ['cooler-socket', 'has the bracket', {}, 'pass'],
  ['cooler-socket', 'has not', { cooler: { ...COOLER, sockets: ['S2'] } }, 'block'],
  ['cooler-socket', 'not stated', { cooler: { ...COOLER, sockets: null } }, 'unknown'],
  ['cooler-heat', 'strong enough', {}, 'pass'],
  ['cooler-heat', 'too weak', { cooler: { ...COOLER, heatWatts: 87 } }, 'block'],
  ['cooler-heat', 'boxed and adequate', { cooler: null }, 'pass'],
  ['cooler-heat', 'no cooler at all', { cooler: null, processor: { ...PROCESSOR, boxedCooler: false } }, 'block'],
  ['cooler-heat', 'box not stated', { cooler: null, processor: { ...PROCESSOR, boxedCooler: null } }, 'unknown'],
  ['cooler-height', 'low enough', {}, 'pass'],
  ['cooler-height', 'too high', { cooler: { ...COOLER, heightMm: 161 } }, 'block'],
  ['cooler-height', 'not stated', { cooler: { ...COOLER, heightMm: null } }, 'unknown'],
  ['boxed-cooler-height', 'low enough', { cooler: null }, 'pass'],
  ['boxed-cooler-height', 'too high', { cooler: null, case: { ...CASE, coolerMaxMm: 50 } }, 'block'],
  ['boxed-cooler-height', 'not stated', { cooler: null, case: { ...CASE, coolerMaxMm: null } }, 'unknown'],
  ['cooler-over-memory', 'clears it', {}, 'pass'],
  ['cooler-over-memory', 'touches it', { memory: { ...MEMORY, heightMm: 41 } }, 'block'],
  ['cooler-over-memory', 'not stated', { cooler: { ...COOLER, memoryClearanceMm: null } }, 'unknown'],
  ['supply-watts', 'enough by the larger of both rules', {}, 'pass'],
  ['supply-watts', 'under the card maker’s figure', { supply: { ...SUPPLY, ratedWatts: 400 } }, 'block'],
  ['supply-watts', 'enough by load alone', { supply: { ...SUPPLY, ratedWatts: 400 } }, 'pass', needing({ supplyRule: { kind: 'load', factor: 1.3 } })],
  ['supply-watts', 'maker’s figure not stated', { card: { ...CARD, makerSupplyWatts: null } }, 'unknown'],
  ['supply-watts', 'rating not stated', { supply: { ...SUPPLY, ratedWatts: null } }, 'unknown'],
  ['card-leads', 'enough leads', {}, 'pass'],
  ['card-leads', 'too few', { supply: { ...SUPPLY, eightPinLeads: 0 } }, 'block'],
  ['card-leads', 'six-pin socket on a six-plus-two lead', { card: { ...CARD, power: { sixPin: 1, eightPin: 1, sixteenPin: 0 } } }, 'pass'],
  ['card-leads', 'no sixteen-pin lead', { card: { ...CARD, power: { sixPin: 0, eightPin: 0, sixteenPin: 1 } } }, 'block'],
  ['card-leads', 'not stated', { supply: { ...SUPPLY, eightPinLeads: null } }, 'unknown'],
  ['processor-leads', 'enough', {}, 'pass'],
  ['processor-leads', 'too few', { board: { ...BOARD, processorPowerSockets: 2 } }, 'block'],
  ['processor-leads', 'not stated', { supply: { ...SUPPLY, processorLeads: null } }, 'unknown'],
  ['supply-in-case', 'fits', {}, 'pass'],
  ['supply-in-case', 'another form', { supply: { ...SUPPLY, form: 'TFX' } }, 'block'],
  ['supply-in-case', 'too long', { supply: { ...SUPPLY, lengthMm: 161 } }, 'block'],
  ['supply-in-case', 'not stated', { case: { ...CASE, supplyForms: null } }, 'unknown'],
  ['picture-output', 'a card shows the picture', {}, 'pass'],
  ['picture-output', 'the processor shows it', { card: null }, 'pass'],
  ['picture-output', 'no graphics at all', { card: null, processor: { ...PROCESSOR, integratedGraphics: false } }, 'block'],
  ['picture-output', 'no output on the board', { card: null, board: { ...BOARD, pictureOutputs: [] } }, 'block'],
  ['picture-output', 'not stated', { card: null, processor: { ...PROCESSOR, integratedGraphics: null } }, 'unknown'],
  ['card-output', 'has outputs', {}, 'pass'],
  ['card-output', 'has none', { card: { ...CARD, pictureOutputs: [] } }, 'block'],
  ['card-output', 'not stated', { card: { ...CARD, pictureOutputs: null } }, 'unknown'],
  ['drive-places', 'a place for the drive', {}, 'pass'],
  ['drive-places', 'too long for the place', { storage: { ...STORAGE, m2LengthMm: 110 } }, 'block'],
  ['drive-places', 'no M.2 place', { board: { ...BOARD, m2: [] } }, 'block'],
  ['drive-places', 'wrong protocol', { storage: { ...STORAGE, kind: 'M.2 SATA' }, board: { ...BOARD, m2: [{ protocols: ['NVMe'], maxLengthMm: 80, disablesSataPorts: 0 }] } }, 'block'],
  ['drive-places', 'SATA port taken by the M.2 place', {}, 'block', { ...CONTEXT, ownedDrives: [{ ...STORAGE, id: 'old', kind: '3.5-inch SATA', m2LengthMm: null }] }],
  ['drive-places', 'not stated', { board: { ...BOARD, m2: null } }, 'unknown'],
  ['drive-bays', 'needs none', {}, 'pass'],
  ['drive-bays', 'no bay left', { storage: { ...STORAGE, kind: '2.5-inch SATA' }, case: { ...CASE, bays25: 0, bays35: 0 } }, 'block'],
  ['drive-bays', 'a small drive in a large bay', { storage: { ...STORAGE, kind: '2.5-inch SATA' }, case: { ...CASE, bays25: 0, bays35: 1 } }, 'pass'],
  ['drive-bays', 'not stated', { storage: { ...STORAGE, kind: '2.5-inch SATA' }, case: { ...CASE, bays25: null } }, 'unknown'],
  ['memory-need', 'enough', {}, 'pass'],
  ['memory-need', 'too little', { memory: { ...MEMORY, gbPerStick: 4 } }, 'block'],
  ['memory-need', 'not stated', { memory: { ...MEMORY, gbPerStick: null } }, 'unknown'],
  ['storage-need', 'enough', {}, 'pass'],
  ['storage-need', 'too little fast space', { storage: { ...STORAGE, gb: 240 } }, 'block'],
  ['storage-need', 'fast enough, too little in all', {}, 'block', needing({ totalStorageGb: 900 })],
  ['storage-need', 'the owned drive makes up for it', {}, 'pass', { ...needing({ totalStorageGb: 900 }), ownedDrives: [{ ...STORAGE, id: 'old', solidState: false }] }],
  ['storage-need', 'not stated', { storage: { ...STORAGE, gb: null } }, 'unknown'],
  ['card-need', 'has one', {}, 'pass', needing({ cardRequired: true })],
  ['card-need', 'has none', { card: null }, 'block', needing({ cardRequired: true })],
  ['wireless-need', 'not wanted', {}, 'pass'],
  ['wireless-need', 'wanted and missing', {}, 'block', needing({ wireless: true })],
  ['wireless-need', 'wanted, by adapter', { network: ADAPTER }, 'pass', needing({ wireless: true })],
  ['wireless-need', 'board not stated', { board: { ...BOARD, wireless: null } }, 'unknown', needing({ wireless: true })],
  ['network-place', 'a small slot', { network: ADAPTER }, 'pass'],
  ['network-place', 'no slot beside the card', { network: ADAPTER, board: { ...BOARD, smallSlots: 0 } }, 'block'],
  ['network-place', 'the card’s own slot, when there is no card', { network: ADAPTER, card: null, board: { ...BOARD, smallSlots: 0 } }, 'pass'],
  ['network-place', 'not stated', { network: ADAPTER, board: { ...BOARD, smallSlots: null } }, 'unknown'],
  ['size-need', 'any size', {}, 'pass'],
  ['size-need', 'too large', {}, 'block', needing({ maxLitres: 31 })],
  ['size-need', 'not stated', { case: { ...CASE, litres: null } }, 'unknown', needing({ maxLitres: 31 })],
  ['system-need', 'not wanted', {}, 'pass'],
  ['system-need', 'wanted and missing', {}, 'block', needing({ systemLicence: true })],
]; // prettier-ignore

describe('rules', () => {
  // The M.2 place of this board takes two ports away, for the row that needs it.
  it.each(TABLE.map((row) => [`${row[0]}: ${row[1]}`, row] as const))(
    '%s',
    (_, [rule, what, change, verdict, context]) => {
      const board = what.startsWith('SATA port') ? { board: { ...BOARD, sataPorts: 2, m2: [{ protocols: ['NVMe'] as const, maxLengthMm: 80, disablesSataPorts: 2 }] } } : {}; // prettier-ignore
      expect(verdictOf(rule, { ...change, ...board }, context)).toBe(verdict);
    },
  );
  it('every rule has a row that passes and one that does not', () => {
    for (const rule of RULES) {
      const verdicts = new Set(TABLE.filter((row) => row[0] === rule.id).map((row) => row[3]));
      expect(verdicts.has('pass'), `${rule.id} lacks a pass`).toBe(true);
      expect(verdicts.size, `${rule.id} lacks another verdict`).toBeGreaterThan(1);
    }
  });
  it('every rule that does not pass says so in a sentence with its figures, and how to mend it', () => {
    for (const [rule, , change, verdict, context] of TABLE) {
      if (verdict === 'pass') continue;
      const finding = checkBuild({ ...GOOD, ...change }, context ?? CONTEXT).find(
        (each) => each.rule === rule,
      );
      if (!finding) continue; // the row with the special board
      expect(finding.sentence).toMatch(/\.$/);
      expect(finding.sentence).not.toMatch(/undefined|null|NaN/);
      expect(finding.mend.length).toBeGreaterThan(5);
    }
  });
  it('has an id of its own', () => {
    expect(new Set(RULES.map((rule) => rule.id)).size).toBe(RULES.length);
  });
});

describe('power over sockets (PCI Express CEM specification, values from memory)', () => {
  it('is 75 W from the slot, 75 W from six pins, 150 W from eight, up to 600 W from sixteen', () => {
    expect(CARD_FEED_WATTS).toEqual({ slot: 75, sixPin: 75, eightPin: 150, sixteenPin: 600 });
    expect(cardFeedWatts({ sixPin: 1, eightPin: 1, sixteenPin: 0 })).toBe(300);
    expect(cardFeedWatts({ sixPin: 0, eightPin: 0, sixteenPin: 1 })).toBe(675);
  });
});

describe('checking a build', () => {
  it('finds nothing in a good one', () => {
    expect(checkBuild(GOOD, CONTEXT)).toEqual([]);
    expect(firstBarrier(GOOD, CONTEXT, false)).toBeNull();
  });
  it('asks no rule about slots that are still open', () => {
    expect(checkBuild({ processor: PROCESSOR }, CONTEXT)).toEqual([]);
    expect(openSlots({ processor: PROCESSOR })).toEqual(['board', 'memory', 'case', 'supply']);
  });
  it('lets a gap through only where the brief allows it', () => {
    const set = decided({ ...GOOD, case: { ...CASE, cardMaxMm: null } });
    expect(firstBarrier(set, CONTEXT, false)?.id).toBe('card-length');
    expect(firstBarrier(set, CONTEXT, true)).toBeNull();
    expect(isBarred('block', true)).toBe(true);
  });
});
