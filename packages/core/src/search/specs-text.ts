import type { Part } from '../parts/index.ts';

const texts = new WeakMap<Part, string>();

/**
 * What rules can read of a part, as text: equal for parts that differ in nothing but who sells them under which name and
 * number. Catalogues are frozen, so a part's text stays.
 */
export function specsText(part: Part): string {
  let text = texts.get(part);
  if (text === undefined) {
    const { id: _id, brand: _brand, name: _name, source: _source, gtin: _gtin, mpn: _mpn, ...rest } = part;
    const { warrantyMonths: _months, looksOnly: _looks, ...specs } = rest;
    text = JSON.stringify(specs);
    texts.set(part, text);
  }
  return text;
}
