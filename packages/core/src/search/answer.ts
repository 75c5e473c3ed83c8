import { decided, firstBarrier, openSlots } from '../compatibility/index.ts';
import { costOf } from '../money/index.ts';
import { partSetOf, type Pick, type Picks } from '../parts/index.ts';
import { cents } from '../units/index.ts';
import type { Basket } from './cheapest-fit.ts';
import { REST } from './domains.ts';
import type { Answer } from './results.ts';
import type { FoundPair } from './sweep.ts';
import type { Pairs, SearchWorld } from './world.ts';

function picksOf({ baskets: { domains } }: SearchWorld, cpu: number, basket: Basket): Picks {
  const picks: Record<string, Pick> = {};
  const cpuPart = domains.cpus[cpu].part;
  if (cpuPart) picks.cpu = { part: cpuPart.id, offer: basket.cpuOption.offer };
  REST.forEach((slot, at) => {
    const { part } = domains.rest[at][basket.elements[at]];
    if (part) picks[slot] = { part: part.id, offer: basket.options[at].offer };
  });
  domains.added.forEach(({ slot, elements: [{ part }] }, at) => {
    if (part) picks[slot] = { part: part.id, offer: basket.addedOptions[at].offer };
  });
  return picks;
}

/** What an answer says that the rule engine, the plain sum or the plain score do not; null when all agree. */
function brokenBy({ session, baskets }: SearchWorld, { picks, score, cost }: Answer): string | null {
  const { set } = partSetOf(picks, session.priceIndex.parts);
  const barrier = firstBarrier(decided(set), session.rules, baskets.allowUnknown);
  if (barrier) return `breaks rule ${barrier.id}`;
  const open = openSlots(set);
  if (open.length > 0) return `leaves ${open.join(', ')} open`;
  const { counted } = costOf(picks, session.priceIndex);
  if (counted !== cost) return `costs ${counted}, not ${cost}`;
  const rated = session.scoreOf(decided(set)) ?? -1;
  return rated === score ? null : `scores ${rated}, not ${score}`;
}

/** What was found as a build, checked against the engine's own sums; what differs is our bug. */
export function answerOf(world: SearchWorld, { space }: Pairs, found: FoundPair): Answer {
  const { session, baskets } = world;
  const picks = picksOf(world, space.platforms[found.platform].cpu, found.basket);
  const score = found.score ?? session.scoreOf(decided(partSetOf(picks, session.priceIndex.parts).set)) ?? -1;
  const answer = { picks, score, cost: cents(found.basket.cost + world.countedAnyway) };
  const isFaulty = Object.keys(baskets.faults).length > 0;
  const broken = isFaulty ? null : brokenBy(world, answer);
  if (broken) throw new Error(`search: an answer ${broken}; this is our bug`);
  return answer;
}
