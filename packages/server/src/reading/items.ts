import { Parser } from 'htmlparser2';
import { parse as parseJson, type ParseError } from 'jsonc-parser';

/*
 * Structured data of a page as plain items: JSON-LD, microdata (WHATWG HTML, section 5) and RDFa Lite 1.1 (W3C). The page is read as a
 * stream of tags: nothing of it is run, shown or fetched.
 */

export type Value = string | number | boolean | null | PageItem | readonly Value[];
/** An item with its types and properties, names without their vocabulary: `price`, not `https://schema.org/price`. */
export interface PageItem {
  readonly types: readonly string[];
  readonly id: string | null;
  readonly props: ReadonlyMap<string, readonly Value[]>;
}
export const isItem = (value: Value | undefined): value is PageItem =>
  value !== null && typeof value === 'object' && !Array.isArray(value);

interface PageItems {
  readonly items: readonly PageItem[];
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
function fromJson(value: unknown, out: PageItem[], budget: { left: number }, depth = 0): Value {
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

const OPENING = /^(?:<!--|\/\*\s*<!\[CDATA\[\s*\*\/|\/\/\s*<!\[CDATA\[|<!\[CDATA\[)/;
const CLOSING = /(?:-->|\/\*\s{0,9}\]\]>\s{0,9}\*\/|\/\/\s{0,9}\]\]>|\]\]>)$/;
/** Longest closing mark; no more of a long text is looked through for it. */
const LONGEST_MARK = 40;

const withoutSemicolon = (text: string) => (text.endsWith(';') ? text.slice(0, -1).trimEnd() : text);

/** A script's text without the marks that hide it from old readers of pages. */
function withoutMarks(text: string): string {
  const opened = text.trim().replace(OPENING, '').trim();
  const bare = withoutSemicolon(opened);
  const mark = CLOSING.exec(bare.slice(-LONGEST_MARK))?.[0] ?? '';
  return withoutSemicolon(bare.slice(0, bare.length - mark.length).trim());
}

/** Reads JSON as it is found on pages: trailing commas, comments and CDATA marks are let pass, anything else broken is not guessed at. */
function lenient(text: string): { readonly value: unknown } | null {
  const bare = withoutMarks(text);
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

type Attributes = Record<string, string | undefined>;

const wordsOf = (text: string | undefined) => (text ?? '').split(/\s+/).filter(Boolean).map(local);

/** What an element states about itself by an attribute, and not by its text. */
function statedBy(tag: string, at: Attributes): string | undefined {
  const links = ['a', 'link', 'area'];
  return (
    at.content ??
    (links.includes(tag) ? at.href : undefined) ??
    (tag === 'img' || tag === 'source' ? at.src : undefined) ??
    (tag === 'data' || tag === 'meter' ? at.value : undefined) ??
    (tag === 'time' ? at.datetime : undefined) ??
    at.resource
  );
}

/** Elements whose text is none of the page's. */
const SILENT = new Set(['style', 'template', 'noscript']);

/** An element that holds an item or a property. */
interface HeldElement {
  readonly depth: number;
  readonly item: Open | null;
  readonly prop: { readonly names: readonly string[]; readonly to: Open; readonly text: string[] } | null;
}

/** Collects the items of a page from its stream of tags. */
class PageReader {
  readonly items: PageItem[] = [];
  readonly broken: string[] = [];
  isWhole = false;
  private readonly budget = { left: MOST_NODES };
  /** From the outside in. */
  private readonly held: HeldElement[] = [];
  private readonly open: Open[] = [];
  private depth = 0;
  private skip = 0;
  private json: string[] | null = null;

  onTag(tag: string, at: Attributes): void {
    if (!VOID.has(tag) && ++this.depth > DEEPEST_PAGE) throw new TooDeep();
    if (tag === 'script') {
      if (/^\s*application\/ld\+json/i.test(at.type ?? '')) this.json = [];
      else this.skip++;
      return;
    }
    if (SILENT.has(tag)) this.skip++;
    const names = wordsOf(at.itemprop ?? at.property);
    // Open Graph and the like use `property` too, outside of any item.
    const to = this.open.at(-1);
    const isScope = at.itemscope !== undefined || at.typeof !== undefined;
    if (!isScope && (names.length === 0 || !to)) return;
    if (this.budget.left-- <= 0 || this.open.length > DEEPEST) return;
    if (isScope) this.openItem(tag, at, names, to);
    else if (to) this.openProperty(tag, at, names, to);
  }

  private openItem(tag: string, at: Attributes, names: readonly string[], to: Open | undefined): void {
    const item: Open = {
      types: wordsOf(at.itemtype ?? at.typeof),
      id: at.itemid ?? at.resource ?? null,
      props: new Map(),
    };
    this.items.push(item);
    if (to) for (const name of names) add(to, name, item);
    if (VOID.has(tag)) return;
    this.open.push(item);
    this.held.push({ depth: this.depth, item, prop: null });
  }

  private openProperty(tag: string, at: Attributes, names: readonly string[], to: Open): void {
    const stated = statedBy(tag, at);
    if (stated !== undefined) for (const name of names) add(to, name, stated);
    else if (!VOID.has(tag)) this.held.push({ depth: this.depth, item: null, prop: { names, to, text: [] } });
  }

  onText(text: string): void {
    if (this.json) this.json.push(text);
    else if (this.skip === 0) for (const { prop } of this.held) prop?.text.push(text);
  }

  onClose(tag: string, isImplied: boolean): void {
    if (VOID.has(tag)) return;
    if (tag === 'html' && !isImplied) this.isWhole = true;
    if (tag === 'script') this.closeScript(isImplied);
    else if (SILENT.has(tag)) this.skip--;
    for (let top = this.held.at(-1); top && top.depth >= this.depth; top = this.held.at(-1)) {
      this.held.pop();
      if (top.item) this.open.pop();
      // Text that the page broke off in may be half a price.
      if (top.prop && !isImplied)
        for (const name of top.prop.names) add(top.prop.to, name, top.prop.text.join('').trim());
    }
    this.depth--;
  }

  private closeScript(isImplied: boolean): void {
    const { json } = this;
    this.json = null;
    if (!json) this.skip--;
    // A block that the page broke off in is not read.
    if (!json || isImplied) return;
    const text = json.join('').trim();
    const read = lenient(text);
    if (read) fromJson(read.value, this.items, this.budget);
    else if (text !== '') this.broken.push(text.slice(0, 60));
  }
}

export function itemsOf(html: string): PageItems {
  const page = new PageReader();
  const parser = new Parser(
    {
      onopentag: (tag, at) => page.onTag(tag, at),
      ontext: (text) => page.onText(text),
      onclosetag: (tag, isImplied) => page.onClose(tag, isImplied),
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
  const { items, broken, isWhole } = page;
  return { items: resolved(items), broken, isWhole, isTooDeep: false };
}

/** Puts the item in the place of what refers to it by its id. */
function resolved(items: readonly PageItem[]): PageItem[] {
  const known = new Map<string, PageItem>();
  for (const item of items) if (item.id !== null && item.props.size > 0) known.set(item.id, item);
  for (const item of items)
    for (const values of item.props.values())
      (values as Value[]).forEach((value, n) => {
        if (isItem(value) && value.props.size === 0 && value.id !== null)
          (values as Value[])[n] = known.get(value.id) ?? value;
      });
  return items.filter((item) => item.props.size > 0);
}
