import { originOf, originsAfter, type Part } from '@ripe-pick/core/parts';
import { fieldName, figureText } from '../../shared/format/facts.ts';

/** A figure of which two parts say different things, in words. */
interface Difference {
  readonly figure: string;
  readonly name: string;
  readonly first: string;
  readonly second: string;
}

type Figures = Readonly<Record<string, unknown>>;
/** A part's fields by name. */
const figuresOf = (part: Part) => part as unknown as Figures;
/** What makes the one that stays, whatever the two say. */
const FIXED: ReadonlySet<string> = new Set(['id', 'kind', 'source', 'origins']);
const NAMES: Readonly<Record<string, string>> = { brand: 'Brand', name: 'Name' };
const isStated = (value: unknown) => value !== null && value !== undefined;
const isSame = (a: unknown, b: unknown) => JSON.stringify(a) === JSON.stringify(b);

/** Where two parts of a kind say different things; what only one of them says is no difference. */
export function differences(first: Part, second: Part): Difference[] {
  const [a, b] = [figuresOf(first), figuresOf(second)];
  return Object.keys(a)
    .filter((figure) => !FIXED.has(figure) && isStated(a[figure]) && isStated(b[figure]))
    .filter((figure) => !isSame(a[figure], b[figure]))
    .map((figure) => ({
      figure,
      name: NAMES[figure] ?? fieldName(figure).name,
      first: figureText(figure, a[figure]),
      second: figureText(figure, b[figure]),
    }));
}

/** The part that two become: the first one, with what only the second states, and what is to be taken from it. */
export function mergedPart(first: Part, second: Part, fromSecond: ReadonlySet<string>): Part {
  const [a, b] = [figuresOf(first), figuresOf(second)];
  const taken = Object.entries(b).filter(
    ([figure, value]) =>
      !FIXED.has(figure) && isStated(value) && (!isStated(a[figure]) || fromSecond.has(figure)),
  );
  const from = Object.fromEntries(taken.map(([figure]) => [figure, originOf(second, figure)]));
  const origins = originsAfter(first, from);
  return { ...first, ...Object.fromEntries(taken), ...(origins ? { origins } : {}) };
}
