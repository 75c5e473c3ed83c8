import { SLOTS } from '../parts/index.ts';
import type { Move, PartSwap, Thresholds, WatchChange, WatchKnowledge } from './knowledge.ts';

const moved = (move: Move) => Math.abs((move.now ?? 0) - (move.before ?? 0));

/** What changed from one run to the next that is worth telling, with the prices that explain it. `moves` are all that moved between. */
export function changesBetween(
  before: WatchKnowledge,
  after: WatchKnowledge,
  moves: readonly Move[],
  { leastMinor, leastScore }: Thresholds,
): WatchChange[] {
  if (before.brief !== after.brief || before.currency !== after.currency) return [];
  const changes: WatchChange[] = [];
  const byOffer = new Map(moves.map((move) => [move.offer, move]));
  const because = (offers: Iterable<string | null>) =>
    [...new Set(offers)]
      .flatMap((offer) => (offer === null ? undefined : byOffer.get(offer)) ?? [])
      .sort((a, b) => moved(b) - moved(a))
      .slice(0, 4);
  if (before.best && !after.best)
    changes.push({
      kind: 'no-best',
      because: because(Object.values(before.best.picks).map((pick) => pick.offer)),
    });
  if (before.best && after.best) {
    const [was, is] = [before.best, after.best];
    const swaps = SLOTS.flatMap((slot): PartSwap[] => {
      const [from, to] = [was.picks[slot], is.picks[slot]];
      return from?.part === to?.part ? [] : [{ slot, from: from?.name ?? null, to: to?.name ?? null }];
    });
    const [minor, score] = [is.totalMinor - was.totalMinor, is.score - was.score];
    // Another set is news when it is worth it: other parts at the same money for the same frames are none.
    if (Math.abs(score) >= leastScore || (swaps.length > 0 && Math.abs(minor) >= leastMinor))
      changes.push({
        kind: 'best',
        swaps,
        minor,
        score,
        because: because([...Object.values(is.picks), ...Object.values(was.picks)].map((pick) => pick.offer)),
      });
  }
  for (const candidate of after.candidates) {
    const old = before.candidates.find((each) => each.id === candidate.id);
    if (!old) continue;
    const gone = candidate.gone.filter((part) => !old.gone.includes(part));
    if (gone.length > 0)
      changes.push({ kind: 'gone', candidate: candidate.id, name: candidate.name, parts: gone });
    if (
      old.totalMinor !== null &&
      candidate.totalMinor !== null &&
      Math.abs(candidate.totalMinor - old.totalMinor) >= Math.max(1, leastMinor)
    )
      changes.push({
        kind: 'total',
        candidate: candidate.id,
        name: candidate.name,
        from: old.totalMinor,
        to: candidate.totalMinor,
        because: because(candidate.offers),
      });
  }
  return changes;
}

/** Whether a time of day lies in quiet hours; they may pass midnight. Times as 22:00. */
export function isQuiet(time: string, quiet: { readonly from: string; readonly to: string } | null): boolean {
  if (!quiet || quiet.from === quiet.to) return false;
  return quiet.from < quiet.to
    ? time >= quiet.from && time < quiet.to
    : time >= quiet.from || time < quiet.to;
}
