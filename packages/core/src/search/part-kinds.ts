import type { Part } from '../parts/index.ts';
import { emptyBits, setBit, type Bits } from './bits.ts';
import { specsText } from './specs-text.ts';

/** Parts of a slot sorted into kinds with equal specifications: rules read those alone, so that one of a kind answers for all. */
export interface Kinds {
  readonly kindOf: readonly number[];
  readonly examples: readonly (Part | null)[];
  readonly members: readonly Bits[];
}

export function kindsOf(elements: readonly { readonly part: Part | null }[]): Kinds {
  const known = new Map<string, number>();
  const kindOf: number[] = [];
  const examples: (Part | null)[] = [];
  const members: Bits[] = [];
  elements.forEach(({ part }, j) => {
    const sheet = part === null ? '' : specsText(part);
    let kind = known.get(sheet);
    if (kind === undefined) {
      kind = examples.length;
      known.set(sheet, kind);
      examples.push(part);
      members.push(emptyBits(elements.length));
    }
    kindOf.push(kind);
    setBit(members[kind], j);
  });
  return { kindOf, examples, members };
}
