import { Parser } from 'htmlparser2';
import { parse as parseJson, type ParseError } from 'jsonc-parser';

/*
 * Structured data of a page as plain items: JSON-LD, microdata (WHATWG HTML, section 5) and RDFa Lite 1.1 (W3C). The page is read as a
 * stream of tags: nothing of it is run, shown or fetched.
 */

export type Value = string | number | boolean | null | Item | readonly Value[];
/** An item with its types and properties, names without their vocabulary: `price`, not `https://schema.org/price`. */
export interface Item {
  readonly types: readonly string[];
  readonly id: string | null;
  readonly props: ReadonlyMap<string, readonly Value[]>;
}
export const isItem = (value: Value | undefined): value is Item =>
  value !== null && typeof value === 'object' && !Array.isArray(value);

export interface PageItems {
  readonly items: readonly Item[];
  /** Blocks of JSON-LD that were no JSON. */
  readonly broken: readonly string[];
  /** Whether the page ended as a page does. */
  readonly isWhole: boolean;
  /** Nested deeper than any page is: nothing of it was read. */
  readonly isTooDeep: boolean;
}

const local = (name: string) => name.trim().replace(/^.*[/#:]/, '');
/** A page with more than this is not a page about a part. */
const MOST_NODES = 200_000;
const DEEPEST = 100;
/** Elements inside one another. Pages have some dozens; the parser’s own work grows with the square of it. */
const DEEPEST_PAGE = 2000;
class TooDeep extends Error {}

interface Open {
  readonly types: string[];
  readonly id: string | null;
  readonly props: Map<string, Value[]>;
}
const add = (item: Open, name: string, value: Value) => {
  const values = item.props.get(name);
  if (values) values.push(value);
  else item.props.set(name, [value]);
};

/** JSON-LD as items: lists and @graph opened, @id references followed once all blocks are known. */
function fromJson(value: unknown, out: Item[], budget: { left: number }, depth = 0): Value {
  if (budget.left-- <= 0 || depth > DEEPEST) return null;
  if (value === null || typeof value === 'string' || typeof value === 'number' || typeof value === 'boolean')
    return value;
  if (Array.isArray(value)) return value.map((each) => fromJson(each, out, budget, depth + 1));
  if (typeof value !== 'object') return null;
  const types = [Reflect.get(value, '@type') as unknown]
    .flat()
    .filter((type): type is string => typeof type === 'string')
    .map(local);
  const id: unknown = Reflect.get(value, '@id');
  const item: Open = { types, id: typeof id === 'string' ? id : null, props: new Map() };
  out.push(item);
  for (const [name, inner] of Object.entries(value)) {
    if (name === '@value') return fromJson(inner, out, budget, depth + 1);
    if (name.startsWith('@') && name !== '@graph') continue;
    const read = fromJson(inner, out, budget, depth + 1);
    for (const each of Array.isArray(read) ? read : [read]) add(item, local(name), each as Value);
  }
  return item;
}

/** Reads JSON as it is found on pages: trailing commas, comments and CDATA marks are let pass, anything else broken is not guessed at. */
function lenient(text: string): { readonly value: unknown } | null {
  const bare = text
    .replace(/^\s*(<!--|\/\*\s*<!\[CDATA\[\s*\*\/|\/\/\s*<!\[CDATA\[|<!\[CDATA\[)/, '')
    .replace(/(-->|\/\*\s*\]\]>\s*\*\/|\/\/\s*\]\]>|\]\]>)\s*;?\s*$/, '')
    .trim()
    .replace(/;$/, '');
  try {
    return { value: JSON.parse(bare) };
  } catch {
    // A deep nest is not for the second parser either.
    if (/[[{]{200}/.test(bare.replace(/[^[\]{}]/g, ''))) return null;
    const errors: ParseError[] = [];
    try {
      const value: unknown = parseJson(bare, errors, { allowTrailingComma: true });
      return errors.length === 0 && bare !== '' ? { value } : null;
    } catch {
      return null;
    }
  }
}

const VOID = new Set([
  'area',
  'base',
  'br',
  'col',
  'embed',
  'hr',
  'img',
  'input',
  'link',
  'meta',
  'source',
  'track',
  'wbr',
]);

export function itemsOf(html: string): PageItems {
  const items: Item[] = [];
  const broken: string[] = [];
  const budget = { left: MOST_NODES };
  /** Elements that hold an item or a property, from the outside in. */
  const stack: {
    tag: string;
    depth: number;
    item: Open | null;
    prop: { names: string[]; to: Open; text: string[] | null } | null;
  }[] = [];
  const open: Open[] = [];
  let depth = 0;
  let json: string[] | null = null;
  let skip = 0;
  let isWhole = false;
  const parser = new Parser(
    {
      onopentag(tag, at) {
        if (!VOID.has(tag) && ++depth > DEEPEST_PAGE) throw new TooDeep();
        if (tag === 'script') {
          if (/^\s*application\/ld\+json/i.test(at.type ?? '')) json = [];
          else skip++;
          return;
        }
        if (tag === 'style' || tag === 'template' || tag === 'noscript') skip++;
        const names = (at.itemprop ?? at.property ?? '').split(/\s+/).filter(Boolean).map(local);
        // Open Graph and the like use `property` too, outside of any item.
        const to = open.at(-1);
        const isScope = at.itemscope !== undefined || at.typeof !== undefined;
        if (!isScope && (names.length === 0 || !to)) return;
        if (budget.left-- <= 0 || open.length > DEEPEST) return;
        let item: Open | null = null;
        if (isScope) {
          item = {
            types: (at.itemtype ?? at.typeof ?? '').split(/\s+/).filter(Boolean).map(local),
            id: at.itemid ?? at.resource ?? null,
            props: new Map(),
          };
          items.push(item);
          if (to) for (const name of names) add(to, name, item);
        }
        if (!item && to) {
          const stated =
            at.content ??
            (tag === 'a' || tag === 'link' || tag === 'area' ? at.href : undefined) ??
            (tag === 'img' || tag === 'source' ? at.src : undefined) ??
            (tag === 'data' || tag === 'meter' ? at.value : undefined) ??
            (tag === 'time' ? at.datetime : undefined) ??
            at.resource;
          if (stated !== undefined) for (const name of names) add(to, name, stated);
          else if (!VOID.has(tag)) stack.push({ tag, depth, item: null, prop: { names, to, text: [] } });
          return;
        }
        if (item && !VOID.has(tag)) {
          open.push(item);
          stack.push({ tag, depth, item, prop: null });
        }
      },
      ontext(text) {
        if (json) json.push(text);
        else if (skip === 0) for (const { prop } of stack) prop?.text?.push(text);
      },
      onclosetag(tag, isImplied) {
        if (VOID.has(tag)) return;
        if (tag === 'html' && !isImplied) isWhole = true;
        if (tag === 'script') {
          // A block that the page broke off in is not read.
          if (json && !isImplied) {
            const text = json.join('');
            const read = lenient(text);
            if (read) fromJson(read.value, items as Item[], budget);
            else if (text.trim() !== '') broken.push(text.trim().slice(0, 60));
          } else if (!json) skip--;
          json = null;
        } else if (tag === 'style' || tag === 'template' || tag === 'noscript') skip--;
        while (stack.length > 0 && stack[stack.length - 1].depth >= depth) {
          const { prop, item } = stack.pop() as (typeof stack)[number];
          if (item) open.pop();
          // Text that the page broke off in may be half a price.
          if (prop?.text && !isImplied)
            for (const name of prop.names) add(prop.to, name, prop.text.join('').trim());
        }
        depth--;
      },
    },
    { decodeEntities: true, lowerCaseTags: true, lowerCaseAttributeNames: true, recognizeSelfClosing: false },
  );
  try {
    parser.write(html);
    parser.end();
  } catch (error) {
    if (!(error instanceof TooDeep)) throw error;
    return { items: [], broken: [], isWhole: false, isTooDeep: true };
  }
  return { items: resolved(items), broken, isWhole, isTooDeep: false };
}

/** Puts the item in the place of what refers to it by its id. */
function resolved(items: readonly Item[]): Item[] {
  const known = new Map<string, Item>();
  for (const item of items) if (item.id !== null && item.props.size > 0) known.set(item.id, item);
  for (const item of items)
    for (const values of item.props.values())
      (values as Value[]).forEach((value, n) => {
        if (isItem(value) && value.props.size === 0 && value.id !== null)
          (values as Value[])[n] = known.get(value.id) ?? value;
      });
  return items.filter((item) => item.props.size > 0);
}
