import { linesOf, type SpecLine } from '@ripe-pick/core/specs';

/*
 * A pasted page as lines with labels: its structured data (schema.org in JSON-LD), two-column tables and definition lists.
 * The page is parsed and never shown: nothing of it runs and nothing is fetched.
 */

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

function jsonLines(page: Document): SpecLine[] {
  return [...page.querySelectorAll('script[type="application/ld+json"]')].flatMap((script) => {
    try {
      return productsIn(JSON.parse(script.textContent)).flatMap(productLines);
    } catch {
      return []; // a broken block says nothing; the tables may
    }
  });
}

const words = (element: Element | null | undefined) => element?.textContent.replace(/\s+/g, ' ').trim() ?? '';

function tableLines(page: Document): SpecLine[] {
  const rows = [...page.querySelectorAll('tr')].flatMap((row) => {
    const cells = [...row.children];
    const [label, text] = [words(cells[0]), words(cells[1])];
    return cells.length === 2 && label && text ? [pair(label, text)] : [];
  });
  const terms = [...page.querySelectorAll('dt')].flatMap((term) => {
    const text = words(term.nextElementSibling);
    return term.nextElementSibling?.tagName === 'DD' && text ? [pair(words(term), text)] : [];
  });
  return [...rows, ...terms];
}

const IS_PAGE = /^\s*(?:<!doctype|<html|<head|<body|<script|<table|<dl|<div|<section|<main)/i;

/** Lines of pasted text; of a page’s source what it states in data, tables and lists. */
export function pastedLines(text: string): SpecLine[] {
  if (!IS_PAGE.test(text)) return linesOf(text);
  const page = new DOMParser().parseFromString(text, 'text/html');
  const lines = [...jsonLines(page), ...tableLines(page)];
  const heading = words(page.querySelector('h1'));
  const hasName = lines.some(({ label }) => label === 'name');
  return heading && !hasName ? [...linesOf(heading), ...lines] : lines;
}
