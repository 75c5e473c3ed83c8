import {
  balanceOf,
  cardSide,
  isBalanced,
  meanBalance,
  memoryStateOf,
  meanOf,
  processorSide,
  sideBound,
  counted,
  figureOf,
  frameTimeOf,
  meanValue,
  scoreOf,
  linkLnOf,
  type Balance,
  type GraphicsRate,
  type MemoryState,
  type ModelIndex,
  type Scene,
  type Side,
} from '../frames/index.ts';
import type { Board, Brief, Card, Memory, Objective, Processor } from '../parts/index.ts';
import { and, bitsKey, emptyBits, hasBit, intersects, members, orInto, setBit, type Bits } from './bits.ts';
import type { Compatibility } from './compat.ts';
import { AT, type Domains } from './domains.ts';

/** Kits that no frame rate tells apart. */
interface KitClass {
  readonly kit: Memory;
  readonly members: Bits;
}

/** Boards that no frame rate tells apart. */
interface BoardClass {
  readonly board: Board;
  readonly members: Bits;
}

/** Cards that no frame rate tells apart, or no card at all (`card` null). */
export interface CardClass {
  readonly card: Card | null;
  readonly rateLn: number;
  readonly members: Bits;
}

/** A processor with memory that runs in one way and a link of one kind: all that its frame rates depend on. */
export interface Platform {
  readonly processor: number;
  readonly kitClass: number;
  readonly boards: Bits;
  readonly memory: Bits;
  /** Equal for platforms with equal `memory`. */
  readonly memoryKey: number;
  readonly state: MemoryState;
  /** Index of the link that it offers a card. */
  readonly link: number;
}

/** Everything that the score depends on, in classes. */
export interface PairSpace {
  readonly platforms: readonly Platform[];
  readonly cardClasses: readonly CardClass[];
  /** Worked out when first asked for: whether anything fits at all does not need it. */
  scores(): ScoreSpace;
}

/** The classes with cheap upper bounds and the exact score. */
export interface ScoreSpace {
  readonly platforms: readonly Platform[];
  readonly cardClasses: readonly CardClass[];
  /** Upper bound of the score by platform, and by card class over all links; sorted use is up to the caller. */
  readonly platformBound: Float64Array;
  readonly cardBound: Float64Array;
  /** Upper bound of the score of a pair; never below {@link score}. */
  bound(platform: number, cardClass: number): number;
  /** Exact score of a pair; -1 where there is none (no card and no integrated graphics). */
  score(platform: number, cardClass: number): number;
}

/** Room for rounding in the last digits when two ways to compute the same bound meet. */
const BOUND_SLACK = 1 + 1e-9;

function classesOf<T>(
  items: readonly (T | null)[],
  keyOf: (item: T) => string,
): { first: T; members: Bits }[] {
  const byKey = new Map<string, { first: T; members: Bits }>();
  items.forEach((item, index) => {
    if (item === null) return;
    const key = keyOf(item);
    let entry = byKey.get(key);
    if (!entry) {
      entry = { first: item, members: emptyBits(items.length) };
      byKey.set(key, entry);
    }
    setBit(entry.members, index);
  });
  return [...byKey.values()];
}

function partsOf<T>(domains: Domains, slot: number): (T | null)[] {
  return domains.rest[slot].map((element) => element.part as T | null); // a domain holds its own slot's parts
}

/** Whether any board of a set takes any kit of another, with the processor's own rules kept. */
function meet(
  compatibility: Compatibility,
  boards: Bits,
  memory: Bits,
  boardList: readonly number[],
): boolean {
  for (const board of boardList) {
    if (!hasBit(boards, board)) continue;
    const row = compatibility.row(AT.board, board, AT.memory, true);
    if (!row || intersects(row, memory)) return true;
  }
  return false;
}

export function pairSpaceOf(
  brief: Brief,
  domains: Domains,
  compatibility: Compatibility,
  index: ModelIndex,
  scenes: readonly Scene[],
): PairSpace {
  const kitClasses: KitClass[] = classesOf(partsOf<Memory>(domains, AT.memory), (kit) =>
    [
      kit.type,
      Math.min(kit.sticks ?? 0, 2),
      (kit.sticks ?? 0) * (kit.gbPerStick ?? 0),
      kit.ratedMts,
      kit.ratedCl,
      kit.baseMts,
      kit.baseCl,
    ].join('|'),
  ).map(({ first, members }) => ({ kit: first, members }));
  const boardClasses: BoardClass[] = classesOf(partsOf<Board>(domains, AT.board), (board) =>
    [
      board.memoryType,
      board.memoryMaxMts,
      board.memoryProfile,
      board.cardSlot?.generation,
      board.cardSlot?.lanes,
    ].join('|'),
  ).map(({ first, members }) => ({ board: first, members }));
  const cardClasses: CardClass[] = classesOf(partsOf<Card>(domains, AT.card), (card) =>
    [index.cards.get(card.id)?.rateLn, card.videoMemoryGb, card.pcieGeneration, card.pcieLanes].join('|'),
  ).map(({ first, members }) => ({ card: first, rateLn: index.cards.get(first.id)?.rateLn ?? 0, members }));
  const emptyCard = domains.rest[AT.card].findIndex((element) => element.part === null);
  if (emptyCard >= 0) {
    const members = emptyBits(domains.rest[AT.card].length);
    setBit(members, emptyCard);
    cardClasses.push({ card: null, rateLn: 0, members });
  }

  // Platforms: per processor and kit class, boards merged where the kit runs alike and the link is the same.
  const platforms: Platform[] = [];
  const links: { generation: number; lanes: number }[] = [];
  const linkIndex = new Map<string, number>();
  const memoryKeys = new Map<string, number>();
  domains.processors.forEach((element, processor) => {
    const chip = element.part as Processor; // the processors' domain holds processors only
    const allowed = compatibility.linksOf(processor).allowed;
    const boardSets = boardClasses
      .map((entry) => ({ board: entry.board, boards: and(entry.members, allowed[AT.board]) }))
      .filter((entry) => entry.boards.some((word) => word !== 0));
    const boardList = listOf(boardSets.map((entry) => entry.boards));
    kitClasses.forEach((kitEntry, kitClass) => {
      const memory = and(kitEntry.members, allowed[AT.memory]);
      if (memory.every((word) => word === 0)) return;
      const merged = new Map<string, { boards: Bits; state: MemoryState; link: number }>();
      for (const { board, boards } of boardSets) {
        if (board.memoryType !== kitEntry.kit.type && board.memoryType !== null && kitEntry.kit.type !== null)
          continue;
        if (!meet(compatibility, boards, memory, boardList)) continue;
        const state = memoryStateOf(kitEntry.kit, board, brief.play.memoryProfile);
        if (!state || !board.cardSlot) continue;
        const generation = Math.min(board.cardSlot.generation, chip.pcieGeneration ?? 0);
        const linkKey = `${generation}x${board.cardSlot.lanes}`;
        let link = linkIndex.get(linkKey);
        if (link === undefined) {
          link = links.length;
          links.push({ generation, lanes: board.cardSlot.lanes });
          linkIndex.set(linkKey, link);
        }
        const key = `${state.latencyNs}|${state.bandwidthGbs}|${link}`;
        const known = merged.get(key);
        if (known) orInto(known.boards, boards);
        else merged.set(key, { boards: boards.slice(), state, link });
      }
      if (merged.size === 0) return;
      const asText = bitsKey(memory);
      const memoryKey = memoryKeys.get(asText) ?? memoryKeys.size;
      memoryKeys.set(asText, memoryKey);
      for (const { boards, state, link } of merged.values())
        platforms.push({ processor, kitClass, boards, memory, memoryKey, state, link });
    });
  });

  let known: ScoreSpace | null = null;
  const scores = () => (known ??= sidesOf(brief, domains, index, scenes, platforms, cardClasses, links));
  return { platforms, cardClasses, scores };
}

function listOf(sets: readonly Bits[]): number[] {
  if (sets.length === 0) return [];
  const all = sets[0].slice();
  for (const set of sets) orInto(all, set);
  return members(all);
}

/** Turns a counted figure into what adds up inside the mean; grows with the figure. */
function transform(kind: Objective['mean'], weight: number, value: number): number {
  switch (kind) {
    case 'geometric':
      return weight * Math.log(value);
    case 'arithmetic':
      return weight * value;
    case 'harmonic':
      return -weight / value;
    case 'weakest':
      return weight > 0 ? value : Infinity;
  }
}

function sidesOf(
  brief: Brief,
  domains: Domains,
  index: ModelIndex,
  scenes: readonly Scene[],
  platforms: readonly Platform[],
  cardClasses: readonly CardClass[],
  links: readonly { readonly generation: number; readonly lanes: number }[],
): ScoreSpace {
  const { objective } = brief.play;
  const mean = meanOf(objective, scenes);
  const K = scenes.length;
  const { kind, weights } = mean;
  const inner = kind === 'weakest';

  const finish = (sum: number): number => {
    const value = kind === 'geometric' ? Math.exp(sum) : kind === 'harmonic' ? -1 / sum : sum;
    return scoreOf(value * BOUND_SLACK);
  };
  const boundTerm = (k: number, side: Side) =>
    transform(kind, weights[k], counted(objective, scenes[k], sideBound(objective.figure, scenes[k], side)));
  const aggregate = (terms: Float64Array, at: number): number => {
    let sum = inner ? Infinity : 0;
    for (let k = 0; k < K; k++) sum = inner ? Math.min(sum, terms[at + k]) : sum + terms[at + k];
    return finish(sum);
  };

  // Processor sides. Many platforms share processor and memory state, and differ in the link alone.
  const P = platforms.length;
  const processorMean = new Float64Array(P * K);
  const processorSpread = new Float64Array(P * K);
  const processorTerm = new Float64Array(P * K);
  const platformBound = new Float64Array(P);
  platforms.forEach((platform, p) => {
    const chip = domains.processors[platform.processor].part as Processor; // processors' own domain
    const rate = { rateLn: index.processors.get(chip.id)?.rateLn ?? 0, threads: chip.threads ?? 1 };
    for (let k = 0; k < K; k++) {
      const side = processorSide(scenes[k], rate, platform.state, false);
      processorMean[p * K + k] = side.mean;
      processorSpread[p * K + k] = side.spread;
      processorTerm[p * K + k] = boundTerm(k, side);
    }
    platformBound[p] = aggregate(processorTerm, p * K);
  });

  // Card sides by link.
  const G = cardClasses.length;
  const L = links.length;
  const cardMean = new Float64Array(L * G * K);
  const cardSpread = new Float64Array(L * G * K);
  const cardTerm = new Float64Array(L * G * K);
  const cardBound = new Float64Array(G).fill(-1);
  const noMemory: MemoryState = { latencyNs: 1, bandwidthGbs: 1, gb: 0 }; // a card's own side does not read it
  cardClasses.forEach(({ card, rateLn }, g) => {
    if (!card) {
      cardBound[g] = Infinity;
      return;
    }
    links.forEach((link, l) => {
      const graphics: GraphicsRate = {
        kind: 'card',
        rateLn,
        videoMemoryGb: card.videoMemoryGb ?? 0,
        linkLn: linkLnOf(card, link.generation, link.lanes),
      };
      const at = (l * G + g) * K;
      for (let k = 0; k < K; k++) {
        const side = cardSide(scenes[k], graphics, noMemory);
        cardMean[at + k] = side.mean;
        cardSpread[at + k] = side.spread;
        cardTerm[at + k] = boundTerm(k, side);
      }
      cardBound[g] = Math.max(cardBound[g], aggregate(cardTerm, at));
    });
  });

  const values = new Float64Array(K);
  const { balanceLimit } = objective;
  const losses: Balance[] = new Array<Balance>(K);
  /** The score; -1 where a side loses more to the other than the brief allows. */
  const scoreFrom = (sidesAt: (k: number) => readonly [Side, Side]): number => {
    for (let k = 0; k < K; k++) {
      const [processor, card] = sidesAt(k);
      const time = frameTimeOf(scenes[k], processor, card);
      values[k] = counted(objective, scenes[k], figureOf(objective.figure, time));
      if (balanceLimit !== null) losses[k] = balanceOf(time);
    }
    if (balanceLimit !== null && !isBalanced(meanBalance(weights, losses), balanceLimit)) return -1;
    return scoreOf(meanValue(mean, values));
  };
  const integratedScore = (platform: Platform): number => {
    const chip = domains.processors[platform.processor].part as Processor; // processors' own domain
    const known = chip.integratedGraphics ? index.integrated.get(chip.id) : undefined;
    if (!known) return -1;
    const rate = { rateLn: index.processors.get(chip.id)?.rateLn ?? 0, threads: chip.threads ?? 1 };
    const graphics: GraphicsRate = { kind: 'integrated', rateLn: known.rateLn };
    return scoreFrom((k) => [
      processorSide(scenes[k], rate, platform.state, true),
      cardSide(scenes[k], graphics, platform.state),
    ]);
  };

  return {
    platforms,
    cardClasses,
    platformBound,
    cardBound,
    bound(p, g) {
      if (!cardClasses[g].card) return integratedScore(platforms[p]);
      const pAt = p * K;
      const gAt = (platforms[p].link * G + g) * K;
      let sum = inner ? Infinity : 0;
      for (let k = 0; k < K; k++) {
        const term = Math.min(processorTerm[pAt + k], cardTerm[gAt + k]);
        sum = inner ? Math.min(sum, term) : sum + term;
      }
      return finish(sum);
    },
    score(p, g) {
      if (!cardClasses[g].card) return integratedScore(platforms[p]);
      const pAt = p * K;
      const gAt = (platforms[p].link * G + g) * K;
      return scoreFrom((k) => [
        { mean: processorMean[pAt + k], spread: processorSpread[pAt + k] },
        { mean: cardMean[gAt + k], spread: cardSpread[gAt + k] },
      ]);
    },
  };
}
