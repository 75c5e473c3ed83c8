import { checkBuild, isBarrier, RULES, type Finding } from '../../compatibility/index.ts';
import type { Slot } from '../../parts/index.ts';
import { barrierOf, contextAt, withChanges, type Holding } from './holding.ts';
import type { PathStep } from './path.ts';
import type { GrowthWorld } from './world.ts';

const SECOND_KIT = RULES.filter((rule) => rule.id === 'second-kit');
const FORCED: readonly Slot[] = ['psu', 'cooler', 'case', 'motherboard', 'memory'];

/** Kits that do not go together, found by the rule about second kits. */
function kitFindings(holding: Holding, context: GrowthWorld['context']): Finding[] {
  const [first, ...more] = holding.kits;
  return more.flatMap((kit) =>
    checkBuild(
      { motherboard: holding.set.motherboard, memory: first },
      { ...context, plannedMemory: kit },
      SECOND_KIT,
    ).map((found): Finding =>
      found.verdict === 'warn' ? { ...found, verdict: 'block', isAdvice: false } : found,
    ),
  );
}

/** Words for what a firmware warning asks for when the old processor is still there. */
function flashFirst(found: Finding): Finding {
  return found.rule === 'firmware' && found.verdict === 'warn'
    ? {
        ...found,
        mend: 'Flash the new BIOS while the old processor still runs, then swap. Follow the motherboard maker’s manual.',
      }
    : found;
}

/** Rules about needs that a start with less may put off. */
const PUT_OFF: ReadonlySet<string> = new Set(['memory-need', 'card-need']);

/** What stands against one of the changes being left out: the rule that forces it; null where it is a wish. */
export function forcedBy(
  world: GrowthWorld,
  before: Holding,
  step: PathStep,
  slot: Slot,
  canFlash: boolean,
): Finding | null {
  if (!FORCED.includes(slot) || step.changes.length < 2) return null;
  const others = step.changes.filter((change) => change.slot !== slot);
  const without = withChanges(before, others, world.priceIndex.parts).holding;
  const rule = barrierOf(without, world.context, canFlash, world.brief.whereToBuy.allowUnknown);
  if (!rule) return null;
  return checkBuild(without.set, contextAt(world.context, without, canFlash), [rule])[0] ?? null;
}

/** What stands against each stage of a path, and what is worth knowing and new there. */
export class StageFindings {
  private readonly known = new Set<string>();

  constructor(private readonly world: GrowthWorld) {}

  of(holding: Holding, canFlash: boolean, isLast: boolean): { barriers: Finding[]; notes: Finding[] } {
    const { context, brief } = this.world;
    const then = contextAt(context, holding, canFlash);
    const keyOf = (found: Finding) => found.rule + found.actual;
    const found = [...checkBuild(holding.set, then), ...kitFindings(holding, then)].map(flashFirst);
    // What is put off at the start is asked for from the last step on.
    const barriers = found.filter(
      (each) => isBarrier(each, brief.whereToBuy.allowUnknown) && (isLast || !PUT_OFF.has(each.rule)),
    );
    const notes = found.filter(
      (each) => !barriers.includes(each) && each.verdict !== 'unknown' && !this.known.has(keyOf(each)),
    );
    for (const each of found) this.known.add(keyOf(each));
    return { barriers, notes };
  }
}
