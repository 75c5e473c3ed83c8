import { specLines, type SpecLine } from '@ripe-pick/core/specs';
import { Parser } from 'htmlparser2';

/* A pasted page as lines with labels: its structured data (schema.org in JSON-LD), two-column tables, definition lists. */

const pair = (label: string, text: string): SpecLine => {
  const words = `${label.trim()}: ${text.trim()}`;
  return { label: label.trim(), text: text.trim(), words, whole: words };
};
const isObject = (value: unknown): value is Record<string, unknown> =>
  typeof value === 'object' && value !== null;
const textOf = (value: unknown): string | null =>
  typeof value === 'string' || typeof value === 'number'
    ? String(value)
    : isObject(value)
      ? textOf(value.name)
      : null;

/** Everything in JSON-LD that is an article. */
function productsIn(value: unknown, depth = 0): Record<string, unknown>[] {
  if (depth > 20) return [];
  if (Array.isArray(value)) return value.flatMap((each) => productsIn(each, depth + 1));
  if (!isObject(value)) return [];
  const isProduct = [value['@type']].flat().some((type) => /Product$/.test(String(type)));
  return isProduct ? [value] : productsIn(value['@graph'] ?? value.mainEntity, depth + 1);
}

function productLines(product: Record<string, unknown>): SpecLine[] {
  const plain = (['name', 'brand', 'mpn', 'gtin', 'gtin13', 'category'] as const).flatMap((key) => {
    const text = textOf(product[key]);
    return text === null ? [] : [pair(key === 'gtin13' ? 'gtin' : key, text)];
  });
  const properties = [product.additionalProperty].flat().flatMap((each) => {
    if (!isObject(each)) return [];
    const [name, value, unit] = [textOf(each.name), textOf(each.value), textOf(each.unitText) ?? ''];
    return name !== null && value !== null ? [pair(name, `${value} ${unit}`)] : [];
  });
  return [...plain, ...properties];
}

/** Lines of a block of JSON-LD; one that is broken says nothing, the tables may. */
function jsonLines(text: string): SpecLine[] {
  try {
    return productsIn(JSON.parse(text)).flatMap(productLines);
  } catch {
    return [];
  }
}

/** Elements whose text is gathered. */
const CELLS = new Set(['td', 'th', 'dt', 'dd', 'h1']);

/** Reads a page as a stream of tags: nothing of it becomes a document, so nothing runs and nothing is fetched. */
class PageLines {
  readonly lines: SpecLine[] = [];
  heading = '';
  private text: string | null = null;
  private isData = false;
  private cells: string[] = [];
  private term: string | null = null;

  open(name: string, attributes: Readonly<Record<string, string>>): void {
    if (name === 'script') {
      this.isData = attributes.type === 'application/ld+json';
      this.text = '';
    } else if (name === 'tr') this.cells = [];
    else if (CELLS.has(name)) this.text = '';
  }

  write(text: string): void {
    if (this.text !== null) this.text += text;
  }

  close(name: string): void {
    const words = (this.text ?? '').replace(/\s+/g, ' ').trim();
    if (name === 'tr' && this.cells.length === 2 && this.cells.every(Boolean))
      this.lines.push(pair(this.cells[0], this.cells[1]));
    if (!CELLS.has(name) && name !== 'script') return;
    if (name === 'script' && this.isData) this.lines.push(...jsonLines(this.text ?? ''));
    if (name === 'td' || name === 'th') this.cells.push(words);
    if (name === 'h1') this.heading ||= words;
    if (name === 'dd' && this.term && words) this.lines.push(pair(this.term, words));
    this.term = name === 'dt' ? words : null;
    this.text = null;
  }
}

const IS_PAGE = /^\s*(?:<!doctype|<html|<head|<body|<script|<table|<dl|<div|<section|<main)/i;

/** Lines of pasted text; of a page’s source what it states in data, tables and lists. */
export function pastedLines(text: string): SpecLine[] {
  if (!IS_PAGE.test(text)) return specLines(text);
  const page = new PageLines();
  const parser = new Parser({
    onopentag: (name, attributes) => page.open(name, attributes),
    ontext: (each) => page.write(each),
    onclosetag: (name) => page.close(name),
  });
  parser.end(text);
  const hasName = page.lines.some(({ label }) => label === 'name');
  return page.heading && !hasName ? [...specLines(page.heading), ...page.lines] : page.lines;
}
