/** A thing described by microdata, in the shape that JSON-LD would have: its type, and a value or a list for each property. */
type DescribedItem = Record<string, unknown>;

/** No property of an article is longer. */
const LONGEST_TEXT = 2000;
/** Properties inside one another beyond this are no page of a shop. */
const DEEPEST = 8;

interface OpenTag {
  readonly property: string | undefined;
  /** The thing that begins here, if one does. */
  readonly item: DescribedItem | null;
  /** A value that stands in an attribute. */
  readonly content: string | undefined;
  text: string;
}

/** Gathers the things that a page describes by microdata (HTML standard, "Microdata"), from a stream of its tags. */
export class Microdata {
  readonly items: DescribedItem[] = [];
  private readonly open: OpenTag[] = [];
  /** Of the open elements those that gather text, and the things that are not ended. */
  private readonly gathering: OpenTag[] = [];
  private readonly within: DescribedItem[] = [];

  start(attributes: Readonly<Record<string, string>>): void {
    const { itemscope, itemtype, itemprop, content } = attributes;
    const item = itemscope === undefined ? null : { '@type': itemtype ?? '' };
    const element = { property: itemprop, item, content, text: '' };
    this.open.push(element);
    if (item) this.within.push(item);
    else if (itemprop !== undefined) this.gathering.push(element);
  }

  write(text: string): void {
    for (const each of this.gathering.slice(-DEEPEST)) if (each.text.length < LONGEST_TEXT) each.text += text;
  }

  end(): void {
    const closed = this.open.pop();
    if (!closed) return;
    const { property, item, content, text } = closed;
    if (item) this.within.pop();
    else if (property !== undefined) this.gathering.pop();
    const outer = this.within.at(-1);
    if (property !== undefined && outer) {
      const value = item ?? content ?? text.replace(/\s+/g, ' ').trim();
      outer[property] = outer[property] === undefined ? value : [outer[property], value].flat();
    } else if (item) this.items.push(item);
  }
}
