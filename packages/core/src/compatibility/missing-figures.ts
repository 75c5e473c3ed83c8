import { SLOTS, type Part, type PartSet, type Slot } from '../parts/index.ts';
import type { RuleContext } from './rule.ts';
import { RULES } from './rules/index.ts';

/** A figure that a rule asked for and did not find. */
interface MissingFigure {
  readonly slot: Slot;
  readonly part: string;
  readonly figure: string;
}

/**
 * The missing figures that made a rule say "unknown": those that it reads of a set of parts and finds empty. They are
 * watched while the rule runs, so that what is told can never part ways with what is judged.
 */
export function missingFigures(ruleId: string, set: PartSet, context: RuleContext): MissingFigure[] {
  const rule = RULES.find(({ id }) => id === ruleId);
  const missing: MissingFigure[] = [];
  const watched: Partial<Record<Slot, Part | null>> = {};
  for (const slot of SLOTS) {
    const part = set[slot];
    watched[slot] = part
      ? watchedPart(part, (figure) => missing.push({ slot, part: part.id, figure }))
      : part;
  }
  rule?.judge(watched as PartSet, context); // the same parts in the same slots
  return missing.filter(
    ({ part, figure }, n) => missing.findIndex((each) => each.part === part && each.figure === figure) === n,
  );
}

function watchedPart(part: Part, onMissing: (figure: string) => void): Part {
  return new Proxy(part, {
    get(target, figure) {
      const value: unknown = Reflect.get(target, figure);
      if (value === null) onMissing(String(figure));
      return value;
    },
  });
}
