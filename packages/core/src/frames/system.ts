import type { Board, Card, FrameModel, Memory, PartSet, Processor, Rate, Slot } from '../parts/index.ts';
import { memoryState, type MemoryState } from './memory.ts';
import type { GraphicsRate, ProcessorRate } from './scene.ts';

/** Rates by part id. */
export interface ModelIndex {
  readonly processors: ReadonlyMap<string, Rate>;
  readonly cards: ReadonlyMap<string, Rate>;
  readonly integrated: ReadonlyMap<string, Rate>;
}

export function indexModel(model: FrameModel): ModelIndex {
  const byPart = (rates: readonly Rate[]) => new Map(rates.map((rate) => [rate.part, rate]));
  return {
    processors: byPart(model.processors),
    cards: byPart(model.cards),
    integrated: byPart(model.integrated),
  };
}

/** A fact that a frame rate needs and that is not known. */
export interface MissingFact {
  readonly slot: Slot;
  readonly part: string | null;
  readonly fact: string;
}

/**
 * Bandwidth of one PCI Express lane in GB/s by generation, after line coding.
 * Source: PCI-SIG base specifications (2.5, 5, 8, 16, 32 GT/s; values from memory).
 */
const LANE_GBS = [0, 0.25, 0.5, 0.985, 1.969, 3.938];

function linkGbs(generation: number, lanes: number): number {
  return LANE_GBS[Math.min(Math.max(Math.trunc(generation), 1), LANE_GBS.length - 1)] * lanes;
}

/**
 * ln of the link that a card gets in a slot of a generation and width over the link that it is made for: 0 when
 * nothing is lost, negative otherwise. NaN when the card's own link is not known.
 */
export function linkLnOf(card: Card, slotGeneration: number, slotLanes: number): number {
  const { pcieGeneration: generation, pcieLanes: lanes } = card;
  if (generation === null || lanes === null) return NaN;
  const got = linkGbs(Math.min(generation, slotGeneration), Math.min(lanes, slotLanes));
  return Math.log(got / linkGbs(generation, lanes));
}

/** The same for a card on a board with a processor; null when a sheet is silent. */
export function linkLn(card: Card, board: Board, processor: Processor): number | null {
  if (board.cardSlot === null || processor.pcieGeneration === null) return null;
  const link = linkLnOf(
    card,
    Math.min(board.cardSlot.generation, processor.pcieGeneration),
    board.cardSlot.lanes,
  );
  return Number.isNaN(link) ? null : link;
}

/** How a kit runs on a board; null when either sheet is silent. */
export function memoryStateOf(kit: Memory, board: Board, profileOn: boolean): MemoryState | null {
  const { sticks, gbPerStick, ratedMts, ratedCl, baseMts, baseCl } = kit;
  const { memoryMaxMts: maxMts, memoryProfile: profile } = board;
  if (sticks === null || gbPerStick === null || ratedMts === null || ratedCl === null) return null;
  if (baseMts === null || baseCl === null || maxMts === null || profile === null) return null;
  return memoryState(
    { sticks, gbPerStick, ratedMts, ratedCl, baseMts, baseCl },
    { maxMts, profile },
    profileOn,
  );
}

export function processorRateOf(processor: Processor, index: ModelIndex): ProcessorRate | null {
  const rate = index.processors.get(processor.id);
  return rate && processor.threads !== null ? { rateLn: rate.rateLn, threads: processor.threads } : null;
}

/** What the frame model reads of a build. */
export interface SystemRates {
  readonly processor: ProcessorRate;
  readonly memory: MemoryState;
  readonly graphics: GraphicsRate;
  /** Which parts they are; the card is null for the processor's own graphics. */
  readonly parts: { readonly processor: string; readonly card: string | null };
}

/** Reads a build for the frame model; or says which facts are missing. */
export function systemOf(
  set: PartSet,
  index: ModelIndex,
  profileOn: boolean,
): SystemRates | readonly MissingFact[] {
  const missing: MissingFact[] = [];
  const lacks = (slot: Slot, part: { readonly id: string } | null | undefined, fact: string) => {
    missing.push({ slot, part: part?.id ?? null, fact });
    return null;
  };
  const { processor, board, memory, card } = set;
  const rate = processor
    ? (processorRateOf(processor, index) ?? lacks('processor', processor, 'rate or threads'))
    : lacks('processor', null, 'a processor');
  const state =
    board && memory
      ? (memoryStateOf(memory, board, profileOn) ?? lacks('memory', memory, 'memory rates'))
      : lacks(board ? 'memory' : 'board', null, board ? 'memory' : 'a board');
  let graphics: GraphicsRate | null = null;
  if (card) {
    const known = index.cards.get(card.id);
    const link = board && processor ? linkLn(card, board, processor) : null;
    if (!known) lacks('card', card, 'rate');
    else if (card.videoMemoryGb === null) lacks('card', card, 'video memory');
    else if (link === null) lacks('card', card, 'link to the board');
    else {
      graphics = { kind: 'card', rateLn: known.rateLn, videoMemoryGb: card.videoMemoryGb, linkLn: link };
    }
  } else if (processor) {
    const known = processor.integratedGraphics ? index.integrated.get(processor.id) : undefined;
    if (known) {
      graphics = { kind: 'integrated', rateLn: known.rateLn };
    } else lacks('card', null, 'a graphics card, or a processor with graphics');
  }
  if (!rate || !state || !graphics || !processor) return missing;
  return {
    processor: rate,
    memory: state,
    graphics,
    parts: { processor: processor.id, card: card?.id ?? null },
  };
}
