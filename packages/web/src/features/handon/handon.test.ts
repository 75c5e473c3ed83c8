import { readFileSync } from 'node:fs';
import {
  briefFileSchema,
  briefOf,
  buildFileSchema,
  catalogueFileSchema,
  catalogueOf,
  partsListFileSchema,
} from '@ripe-pick/contract';
import { addUp, readList } from '@ripe-pick/core/audit';
import { writeNumbersAs } from '@ripe-pick/core/units';
import { partsListOf } from '@ripe-pick/core/compare';
import type { Catalogue, Picks } from '@ripe-pick/core/parts';
import { openSession } from '@ripe-pick/core/session';
import { summaryFor } from '@ripe-pick/core/swaps';
import Papa from 'papaparse';
import { describe, expect, it } from 'vitest';
import { listSheet } from './sheet.ts';
import { listCsv, listFile, listHtml, listMarkdown, listText } from './write.ts';

const demo = (name: string): unknown =>
  JSON.parse(readFileSync(new URL(`../../../../demo/files/${name}`, import.meta.url), 'utf8'));
const catalogue = catalogueOf(catalogueFileSchema.parse(demo('catalogue.json')));
const brief = briefOf(briefFileSchema.parse(demo('brief-league-seat.json')));
const picks = buildFileSchema.parse(demo('build-first-idea.json')).picks as Picks;

function handedOn(data: Catalogue = catalogue, name = 'First idea') {
  const session = openSession(data, brief);
  const summary = summaryFor(session).summarise(picks);
  const list = partsListOf(name, picks, summary, session, (slot) =>
    slot === 'cpu' ? '=1+1 | the\nbest' : null,
  );
  return { list, summary, sheet: listSheet(list, brief, (id) => id) };
}
/** What the app's own reader makes of a list: it is another module, written for lists of strangers. */
function audited(text: string) {
  const { totals, findings } = addUp(readList(text, 'EUR'), {
    currency: 'EUR',
    limitMinor: 64_000,
    claimHabits: brief.money.claimHabits,
    rates: [],
  });
  return { dueNow: totals?.dueNow, after: totals?.after, findings };
}

describe('a list to hand on', () => {
  const { list, sheet } = handedOn();
  it('has parts and charges that add up to what is due at checkout: 514.57, of which 15.00 come back', () => {
    const sum = [...list.parts, ...list.charges].reduce((so, { amountMinor }) => so + (amountMinor ?? 0), 0);
    expect(sum).toBe(51_457);
    expect([list.totals.dueNow, list.totals.after]).toEqual([51_457, 49_957]);
  });
  it.each([
    ['plain text', listText(sheet)],
    ['Markdown', listMarkdown(sheet)],
    ['CSV', listCsv(sheet)],
  ])('as %s comes to the same where it is audited', (_, text) => {
    const { dueNow, after, findings } = audited(text);
    expect([dueNow, after]).toEqual([51_457, 49_957]);
    const wrong = findings.filter(
      (finding) =>
        finding.code === 'line-differs' || (finding.code === 'total-differs' && finding.which !== 'expected'),
    );
    expect(wrong).toEqual([]);
  });
  it.each(['de', 'de-CH', 'fr', 'sv', 'ja'])('comes to the same in the numbers of %s', (language) => {
    try {
      writeNumbersAs(language);
      const { sheet: own } = handedOn();
      for (const text of [listText(own), listMarkdown(own), listCsv(own)]) {
        const { dueNow, after } = audited(text);
        expect([dueNow, after]).toEqual([51_457, 49_957]);
      }
    } finally {
      writeNumbersAs('en');
    }
  });
  it('says rates with their conditions, checks, and what would change it, and works nothing out later', () => {
    const text = listText(sheet);
    for (const title of ['Expected frame rates:', 'How it is counted:', 'Checks:', 'What would change it:'])
      expect(text).toContain(title);
    expect(text).toContain('Most frames for the next bit of money:');
    expect(text).toContain('Without its rebates it still keeps the budget.');
    expect(text).not.toContain('…');
  });
  it('is a table for a general reader of CSV, formulas as text', () => {
    const { data } = Papa.parse<Record<string, string>>(listCsv(sheet), {
      header: true,
      skipEmptyLines: true,
    });
    expect(data).toHaveLength(list.parts.length + list.charges.length + 3);
    expect(data[0]).toMatchObject({ Type: 'Processor', Why: "'=1+1 | the best" });
  });
  it('is one page of HTML in which nothing of a name is markup', () => {
    const html = listHtml(handedOn(catalogue, '<script>x</script>').sheet);
    expect(html).toContain('&lt;script&gt;x&lt;/script&gt;');
    expect(html).not.toContain('<script');
    expect(html.match(/<tr>/g)).toHaveLength(1 + list.parts.length + list.charges.length);
  });
  it('is a file that its schema reads back whole', () => {
    const file = listFile(list, sheet, brief);
    expect(partsListFileSchema.parse(JSON.parse(JSON.stringify(file)))).toEqual(file);
  });
  it('says once that a part is used, and what is kept back for that', () => {
    const used = catalogue.shops.find(({ name }) => name.includes('(used)'));
    const offer = catalogue.offers.find(({ shop, condition }) => shop === used?.id && condition === 'used');
    const part = catalogue.parts.find(({ id }) => id === offer?.part);
    if (!offer || !part) throw new Error('the demo has used parts');
    const session = openSession(catalogue, { ...brief, whereToBuy: { ...brief.whereToBuy, usedRisk: true } });
    const chosen = { ...picks, [part.kind]: { part: part.id, offer: offer.id } };
    const summary = summaryFor(session).summarise(chosen);
    const told = partsListOf('Used', chosen, summary, session, () => null);
    const text = listText(listSheet(told, brief, (id) => id));
    expect(text).not.toContain('(used) (used)');
    expect(text).toContain('reserve beside it for used parts: €');
    expect(told.riskReserveMinor).toBe(summary.cost.counted - summary.cost.dueNow);
  });
  it('names a part without a price, and one whose price is old', () => {
    const offers = catalogue.offers
      .filter(({ id }) => id !== picks.cpu?.offer)
      .map((offer) => (offer.id === picks.gpu?.offer ? { ...offer, seenOn: '2026-11-01' } : offer));
    const other = handedOn({ ...catalogue, offers });
    expect(other.sheet.rows[0].price).toBe('price not known');
    expect(listText(other.sheet)).toMatch(/The price of .* is 19 days old\./);
  });
});
