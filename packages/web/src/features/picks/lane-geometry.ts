import type { Trade } from '@ripe-pick/core/swaps';

/** How a dot is drawn. Every look also differs in shape, not in colour alone. */
type DotKind = 'fits' | 'used' | 'barred' | 'owned' | 'dominated';

interface Dot {
  readonly trade: Trade;
  readonly x: number;
  readonly y: number;
  readonly kind: DotKind;
}

interface LanePicture {
  /** Dots inside the window, in order of money. */
  readonly dots: readonly Dot[];
  /** One path per kind, for drawing all dots of a kind at once. */
  readonly paths: Readonly<Record<DotKind, string>>;
  /** Parts beyond the window on either side. */
  readonly cheaper: number;
  readonly dearer: number;
}

/** Height of the axis below the lanes, px. */
export const AXIS_HEIGHT = 22;

export interface LaneFrame {
  readonly width: number;
  readonly height: number;
  /** Money at either end of the axis, in minor units. */
  readonly window: number;
  /** Money in the middle of the axis; 0 is the current pick. */
  readonly centre: number;
  /** Gain at the top of the lane. */
  readonly reach: number;
}

const DOT_RADIUS = 3.6;
/** Half the length of the dash that stands for a rival which is neither better nor cheaper. */
const DOMINATED_REACH = 2.6;
const EDGE = 16;

const WINDOW_SHARES = [0.04, 0.08, 0.16, 0.25, 0.5, 1, 2];
/**
 * Half widths of the money axis that may be chosen, in minor units, rising: shares of the budget to two digits, so
 * that they suit any currency. A budget of nothing is looked at as a small one.
 */
export function moneyWindows(budgetMinor: number): readonly number[] {
  const budget = Math.max(budgetMinor, 1000);
  return WINDOW_SHARES.map((share) => Math.round(Number((budget * share).toPrecision(2))));
}

export function xOf(money: number, frame: LaneFrame): number {
  const half = frame.width / 2;
  return half + ((money - frame.centre) / frame.window) * (half - EDGE);
}

/**
 * Which marks of the axis are labelled, so that no label runs into the next: the multiples of the smallest step that has the room.
 *
 * @param marks amounts, minor units, all multiples of one step
 * @param width of the widest label, px
 */
export function readableMarks(marks: readonly number[], frame: LaneFrame, width: number): number[] {
  const apart = marks.flatMap((mark, n) => [Math.abs(mark), ...(n > 0 ? [mark - marks[n - 1]] : [])]);
  const step = Math.min(...apart);
  const every = step * Math.ceil(width / Math.max(1, xOf(step, frame) - xOf(0, frame)));
  return marks.filter((mark) => mark % every === 0);
}

/** Whether an amount of money lies on the axis. */
export function isShown(money: number, frame: Pick<LaneFrame, 'window' | 'centre'>): boolean {
  return Math.abs(money - frame.centre) <= frame.window;
}

/** Height of a gain: straight, so that of two dots the steeper one as seen from the flag is the better use of money. */
export function yOf(gain: number | null, frame: LaneFrame): number {
  const half = frame.height / 2;
  if (gain === null || frame.reach <= 0) return half;
  const share = Math.min(1, Math.abs(gain) / frame.reach);
  return half - Math.sign(gain) * share * (half - DOT_RADIUS - 2);
}

/** Round gains at which a lane draws guide lines: one near its top, one half way. */
export function guidesOf(reach: number): number[] {
  const round = (value: number): number => {
    const power = 10 ** Math.floor(Math.log10(value));
    return ([5, 2, 1].find((step) => step * power <= value) ?? 1) * power;
  };
  if (!(reach > 0)) return [];
  const high = round(reach * 0.9);
  const low = round(reach * 0.5);
  return low < high ? [low, high] : [high];
}

export function kindOf(trade: Trade): DotKind {
  if (trade.barrier) return 'barred';
  if (trade.isOwned) return 'owned';
  if (trade.isDominated) return 'dominated';
  return trade.offer?.condition === 'used' ? 'used' : 'fits';
}

function mark(kind: DotKind, x: number, y: number): string {
  const r = DOT_RADIUS;
  const at = `${x.toFixed(1)} ${y.toFixed(1)}`;
  switch (kind) {
    case 'used':
      return `M${at}m0 ${-r - 0.8}l${r + 0.8} ${r + 0.8}l${-r - 0.8} ${r + 0.8}l${-r - 0.8} ${-r - 0.8}z`;
    case 'owned':
      return `M${at}m${-r} ${-r}h${2 * r}v${2 * r}h${-2 * r}z`;
    case 'dominated':
      return `M${at}m${-DOMINATED_REACH} 0h${2 * DOMINATED_REACH}`;
    default:
      return `M${at}m${-r} 0a${r} ${r} 0 1 0 ${2 * r} 0a${r} ${r} 0 1 0 ${-2 * r} 0z`;
  }
}

/** Lays out the trades of one lane. */
export function pictureOf(trades: readonly Trade[], frame: LaneFrame): LanePicture {
  const dots: Dot[] = [];
  const paths: Record<DotKind, string> = { fits: '', used: '', barred: '', owned: '', dominated: '' };
  let cheaper = 0;
  let dearer = 0;
  for (const trade of trades) {
    if (trade.isCurrent) continue;
    if (trade.money < frame.centre - frame.window) cheaper++;
    else if (trade.money > frame.centre + frame.window) dearer++;
    else {
      const dot = { trade, x: xOf(trade.money, frame), y: yOf(trade.gain, frame), kind: kindOf(trade) };
      dots.push(dot);
      paths[dot.kind] += mark(dot.kind, dot.x, dot.y);
    }
  }
  return { dots, paths, cheaper, dearer };
}

/** Share of the gains that a lane's height shows in full; the few beyond sit at the edge. */
const SHOWN_SHARE = 0.92;

/** Gain at the top of a lane: most of what the window holds fits; never less than `least`. */
export function moneyReach(
  trades: Iterable<Trade>,
  axis: Pick<LaneFrame, 'window' | 'centre'>,
  least: number,
): number {
  const gains: number[] = [];
  for (const trade of trades)
    if (trade.gain !== null && trade.gain !== 0 && isShown(trade.money, axis))
      gains.push(Math.abs(trade.gain));
  if (gains.length === 0) return least;
  gains.sort((a, b) => a - b);
  return Math.max(least, gains[Math.min(gains.length - 1, Math.floor(gains.length * SHOWN_SHARE))]);
}

/** The dot nearest to a point, within some px; null when none is near. */
export function nearest(dots: readonly Dot[], x: number, y: number, within = 14): Dot | null {
  let best: Dot | null = null;
  let least = within * within;
  for (const dot of dots) {
    const distance = (dot.x - x) ** 2 + (dot.y - y) ** 2;
    if (distance < least) {
      least = distance;
      best = dot;
    }
  }
  return best;
}

/** Whether two frames draw alike. */
export const isSameFrame = (a: LaneFrame, b: LaneFrame): boolean =>
  a.width === b.width &&
  a.height === b.height &&
  a.window === b.window &&
  a.centre === b.centre &&
  a.reach === b.reach;
