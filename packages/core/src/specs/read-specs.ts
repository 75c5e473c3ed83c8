import type { PartKind } from '../parts/index.ts';
import { KIND_SIGNS, KIND_WORDS, PHRASES } from './phrases.ts';
import { choice, DRIVES } from './readers.ts';
import { GENERAL_TERMS, isKnownLabel, labelOf, TERMS, type Term } from './vocabulary.ts';

/** A figure that was read, with the words that it came from. */
export interface SpecRead {
  readonly figure: string;
  readonly value: unknown;
  readonly words: string;
  /** A labelled line, or words in the name or without a label. */
  readonly from: 'label' | 'phrase';
  /** What else the text says of it; each has to be chosen from. Empty where it says one thing. */
  readonly others: readonly { readonly value: unknown; readonly words: string }[];
}

/** A label with what stands behind it, or words without one (label null). */
export interface SpecLine {
  readonly label: string | null;
  readonly text: string;
  readonly words: string;
  /** The line that it is a piece of. */
  readonly whole: string;
}

/** What a text says about one part. */
export interface PartRead {
  readonly kind: PartKind | null;
  readonly brand: string | null;
  readonly name: string | null;
  readonly figures: readonly SpecRead[];
  /** Lines that nothing was read off, as they stand. */
  readonly unread: readonly string[];
}

/** More lines, or a longer one, no sheet of specs has: what is beyond is kept as not read. */
const MOST_LINES = 600;
export const LONGEST_SPEC_LINE = 400;

const MARKED_PAIR = /^\s*[-•·*]*\s*([^:=\t|]{1,60}?)\s*[:=\t|]\s*(\S.*)$/;
const SPACED_PAIR = /^\s*[-•·*]*\s*(.{1,60}?)(?:\s[–—-]\s|\s{3,})\s*(\S.*)$/;

/** A label and its value; a dash or space between them parts only what is known as a label. */
function pairIn(text: string): { readonly label: string; readonly value: string } | null {
  const marked = MARKED_PAIR.exec(text);
  if (marked) return { label: marked[1].trim(), value: marked[2] };
  const spaced = SPACED_PAIR.exec(text);
  return spaced && isKnownLabel(spaced[1]) ? { label: spaced[1].trim(), value: spaced[2] } : null;
}

/** Pieces of a line that has no label of its own: "6 cores / 12 threads, TDP 65 W". */
function pieces(line: string): string[] {
  return line
    .split(/(?<!\b(?:max|min|approx|incl))[,;.](?=\s)|[,;](?!\d)|\s\/\s|\s[•·|]\s/)
    .map((each) => each.trim())
    .filter(Boolean);
}

/** Lines of a pasted text, each parted in label and value where it has both. */
export function specLines(text: string): SpecLine[] {
  const lines = text
    .split(/\r?\n/)
    .map((line) => line.trim())
    .filter(Boolean);
  return lines.flatMap((whole, at) => {
    if (at >= MOST_LINES || whole.length > LONGEST_SPEC_LINE)
      return [{ label: null, text: '', words: whole, whole }];
    const bare = (words: string): SpecLine => ({ label: null, text: words, words, whole });
    // Several pairs on one line: "Socket: T4, TDP: 65 W".
    const parts = whole.split(/[,;]\s+(?=[^,;:]{2,40}:\s)/);
    return parts.flatMap((part): SpecLine[] => {
      const pair = pairIn(part.replace(/^\|\s*|\s*\|$/g, ''));
      if (!pair) return pieces(part).map(bare);
      const [first, ...rest] = parts.length > 1 ? pieces(pair.value) : [pair.value];
      return [{ label: pair.label, text: first ?? pair.value, words: part.trim(), whole }, ...rest.map(bare)];
    });
  });
}

/** Whether a value says nothing beside another: the same, or a list of some of it. */
function isWithin(value: unknown, of: unknown): boolean {
  if (!Array.isArray(value) || !Array.isArray(of)) return JSON.stringify(value) === JSON.stringify(of);
  const all = of.map((each) => JSON.stringify(each));
  return value.every((each) => all.includes(JSON.stringify(each)));
}

/** Collects what lines say of figures, the labelled ones first. */
class Findings {
  private readonly found = new Map<string, SpecRead[]>();

  add(figure: string, value: unknown, words: string, from: SpecRead['from']): boolean {
    if (value === null || value === undefined || Number.isNaN(value)) return false;
    const known = this.found.get(figure) ?? [];
    this.found.set(figure, [...known, { figure, value, words, from, others: [] }]);
    return true;
  }

  get size(): number {
    return this.found.size;
  }

  has(figure: string): boolean {
    return this.found.has(figure);
  }

  value(figure: string): unknown {
    return this.found.get(figure)?.at(0)?.value;
  }

  all(): SpecRead[] {
    return [...this.found.values()].map((reads) => {
      const [first, ...rest] = [...reads].sort(
        (a, b) => Number(a.from === 'phrase') - Number(b.from === 'phrase'),
      );
      const others = rest.filter(({ value }) => !isWithin(value, first.value));
      return { ...first, others: others.map(({ value, words }) => ({ value, words })) };
    });
  }
}

const termsFor = (terms: readonly Term[], label: string): Term[] =>
  terms.filter(({ labels }) => labels.includes(label));

/** "TDP 65 W" and "65 W TDP": a label without a mark behind it, before or after its value. */
function bareTerms(terms: readonly Term[], text: string): { term: Term; text: string }[] {
  const { label } = labelOf(text);
  const plain = text.toLowerCase().replace(/[-–—]/g, ' '); // as long as the text, written as labels are
  const found = terms.flatMap((term) =>
    term.labels
      .filter((each) => each.length > 2 && plain.includes(each))
      .flatMap((each) => {
        const { length } = each;
        if (label.startsWith(`${each} `))
          return [{ term, text: text.slice(plain.indexOf(each) + length), length }];
        if (label.endsWith(` ${each}`))
          return [{ term, text: text.slice(0, plain.lastIndexOf(each)), length }];
        return [];
      }),
  );
  const longest = Math.max(0, ...found.map(({ length }) => length));
  return found.filter(({ length }) => length === longest);
}

/** Kinds whose names say so much that they are read behind any label, such as "Description". */
const PHRASED: ReadonlySet<PartKind> = new Set(['memory', 'storage']);
/** Figures that are one word, or a few without a comma. */
const ONE_WORD = new Set(['socket', 'chipset', 'chip']);

/** Reads one line for a kind of part; whether anything came of it. */
function readLine(line: SpecLine, kind: PartKind, found: Findings): boolean {
  const terms = [...TERMS[kind], ...GENERAL_TERMS];
  if (line.label !== null) {
    const { label, unit } = labelOf(line.label);
    const isCoresAndThreads = kind === 'cpu' && /^cores? ?[/&+] ?threads?$/.test(label);
    const both = isCoresAndThreads ? /(\d+)\D+(\d+)/.exec(line.text) : null;
    if (both) {
      found.add('cores', Number(both[1]), line.words, 'label');
      return found.add('threads', Number(both[2]), line.words, 'label');
    }
    const meant = termsFor(terms, label);
    // A socket has no comma in its name: what stands behind one is said for itself.
    const [first = '', ...rest] = meant.some(({ figure }) => ONE_WORD.has(figure))
      ? pieces(line.text)
      : [line.text];
    const isRead = meant.map(({ figure, read }) => found.add(figure, read(first, unit), line.words, 'label'));
    const inner = kind === 'cpu' ? /\((.+)\)/.exec(line.text)?.[1] : undefined;
    if (inner) readPhrases(inner, line.words, kind, found);
    for (const each of rest) readLine({ ...line, label: null, text: each, words: each }, kind, found);
    if (isRead.some(Boolean)) return true;
    // Of another label only what is said in so many words is taken, and of a known one nothing by halves.
    return meant.length === 0 && PHRASED.has(kind) && readPhrases(line.text, line.words, kind, found);
  }
  const { text } = line;
  const bare = bareTerms(terms, text).map(({ term, text: rest }) =>
    found.add(term.figure, term.read(rest, ''), line.words, 'label'),
  );
  if (bare.some(Boolean)) return true;
  return readPhrases(text, line.words, kind, found);
}

/** Reads words without a label. */
function readPhrases(text: string, words: string, kind: PartKind, found: Findings): boolean {
  let isRead = false;
  for (const { figure, pattern, read } of PHRASES[kind]) {
    const match = pattern.exec(text);
    if (match && found.add(figure, read(match), words, 'phrase')) isRead = true;
  }
  return isRead;
}

/** A line that only says what the text is about. */
const isAbout = ({ label }: SpecLine) =>
  label !== null && /^(?:kind|category|type of part|product type|component)$/i.test(label);

/** What kind of part a text is about: what it says, then how much of it reads as that kind. Null when two are as likely. */
function kindOfText(lines: readonly SpecLine[]): PartKind | null {
  const stated = lines.find(isAbout);
  const said = stated && KIND_WORDS.find(([pattern]) => pattern.test(stated.text));
  if (said) return said[1];
  const text = lines.map(({ words }) => words).join('\n');
  const kinds = Object.keys(TERMS) as PartKind[];
  const scored = kinds
    .map((kind) => {
      const found = new Findings();
      for (const line of lines) if (line.label !== null) readLine(line, kind, found);
      const signs = KIND_SIGNS.filter(([of, sign]) => of === kind && sign.test(lines[0]?.words ?? '')).map(
        ([, , weight]) => weight,
      );
      const later = KIND_SIGNS.filter(([of, sign]) => of === kind && sign.test(text)).map(
        ([, , weight]) => weight / 4,
      );
      return { kind, score: found.size + [...signs, ...later].reduce((sum, each) => sum + each, 0) };
    })
    .sort((a, b) => b.score - a.score);
  const [first, second] = scored;
  return first.score > 0 && first.score > second.score ? first.kind : null;
}

/** The total of a kit in modules, or a module out of the total, where only one of them is written. */
function completeKit(lines: readonly SpecLine[], found: Findings): void {
  if (found.has('gbPerModule')) return;
  const modules = found.value('modules');
  for (const { label, text, words } of lines) {
    if (
      label === null ||
      !/^(?:total )?(?:capacity|size|memory size|memory capacity|ram)$/i.test(label.trim())
    )
      continue;
    const gb = /^\s*(\d+) ?gb\b/i.exec(text);
    if (!gb) continue;
    const count = typeof modules === 'number' ? modules : null;
    if (count !== null) found.add('gbPerModule', Number(gb[1]) / count, words, 'label');
  }
}

/** What a drive connects by is often said in two lines, one of the form and one of the protocol. */
function readDrive(lines: readonly SpecLine[], found: Findings): void {
  const words = lines.map((line) => line.words).join(' ');
  found.add('interface', choice(DRIVES)(words, ''), words.slice(0, 120), 'phrase');
}

/**
 * Reads what a text says about a part: labelled lines, words between commas, and its name. Nothing is guessed: each
 * figure has the words that it came from, lines that were not understood are kept, and what the text says in two ways
 * has both. The kind is read off the text where it is not given.
 */
export function readSpecs(lines: readonly SpecLine[], given: PartKind | null = null): PartRead {
  const kind = given ?? kindOfText(lines);
  if (kind === null)
    return {
      kind,
      brand: null,
      name: nameIn(lines, null),
      figures: [],
      unread: lines.map(({ words }) => words),
    };
  const found = new Findings();
  const unread: string[] = [];
  for (const line of lines) if (!readLine(line, kind, found) && !isAbout(line)) unread.push(line.words);
  if (kind === 'memory') completeKit(lines, found);
  if (kind === 'storage') readDrive(lines, found);
  const all = found.all();
  const textOf = (figure: string) => {
    const value = all.find((each) => each.figure === figure)?.value;
    return typeof value === 'string' ? value : null;
  };
  const name = textOf('name') ?? nameIn(lines, kind);
  return {
    kind,
    brand: textOf('brand'),
    name,
    figures: all.filter(({ figure }) => figure !== 'brand' && figure !== 'name'),
    unread: unread.filter((words) => name === null || !name.includes(words)),
  };
}

/** The first line up to a comma, where it has no label: what a block of specifications commonly begins with. */
function nameIn(lines: readonly SpecLine[], kind: PartKind | null): string | null {
  const [first] = lines;
  if (!first || first.label !== null) return null;
  const isFigure = kind !== null && bareTerms(TERMS[kind], first.words).length > 0;
  return isFigure ? null : first.words;
}
