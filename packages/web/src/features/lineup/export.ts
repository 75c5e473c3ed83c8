import type { LineUp } from '@ripe-pick/core/compare';
import type { Brief } from '@ripe-pick/core/parts';
import { FORMULA, type LineUpFile } from '@ripe-pick/contract';
import Papa from 'papaparse';
import { oneLine } from '../../shared/format/format.ts';
import { schoolsOf } from '../../shared/format/schools.ts';
import type { LineupRow } from './rows.ts';

interface Sheet {
  readonly brief: Brief;
  readonly names: readonly string[];
  readonly notes: readonly string[];
  readonly rows: readonly LineupRow[];
  readonly unlike: readonly string[];
}

const cell = (text: string) => oneLine(text).replace(/\\/g, '\\\\').replace(/\|/g, '\\|');

/** A line-up as a Markdown table, with the schools that its figures follow below it. */
export function toMarkdown({ brief, names, notes, rows, unlike }: Sheet): string {
  const line = (cells: readonly string[]) => `| ${cells.map(cell).join(' | ')} |`;
  const body = [...rows.map((row) => [row.label, ...row.cells])];
  if (notes.some((note) => note)) body.push(['Note', ...notes]);
  return [
    `# ${oneLine(brief.name)}: compared`,
    '',
    line(['', ...names]),
    line(['---', ...names.map(() => '---')]),
    ...body.map(line),
    '',
    ...schoolsOf(brief).map((costBasis) => `- ${costBasis}`),
    ...unlike.map((each) => `- not alike: ${each}`),
    '',
  ].join('\n');
}

/** The same as CSV (RFC 4180). Cells that a spreadsheet would run as a formula are neutralised. */
export function toCsv({ names, notes, rows }: Sheet): string {
  const table = [['', ...names], ...rows.map((row) => [row.label, ...row.cells]), ['Note', ...notes]];
  return `${Papa.unparse(table, { escapeFormulae: FORMULA, newline: '\r\n' })}\r\n`;
}

/** The same as figures, for programs: the format of docs/formats/line-up.schema.json. */
export function toFile({ entries, unlike }: LineUp, brief: Brief, notes: readonly string[]): LineUpFile {
  return {
    format: 'ripe-pick/line-up',
    version: 2,
    name: brief.name,
    currency: brief.money.currency,
    budgetMinor: brief.money.budgetMinor + brief.money.allowedOverMinor,
    objective: brief.play.objective,
    low: '99th percentile of frame time',
    notAlike: unlike.map(({ condition, values }) => ({ condition, values: [...values] })),
    candidates: entries.map(({ name, picks, summary, traits, against }, n) => ({
      name,
      note: notes[n] ?? '',
      picks: picks as LineUpFile['candidates'][number]['picks'],
      dueNowMinor: summary.cost.dueNow,
      expectedMinor: summary.cost.expected,
      afterMinor: summary.cost.after,
      countedMinor: summary.cost.counted,
      lines: summary.cost.lines.map(({ kind, slot, part, offer, shop, deal, amount }) => ({
        kind,
        slot,
        part,
        offer,
        shop,
        deal,
        amountMinor: amount,
      })),
      score: summary.rates.status === 'known' ? summary.rates.objective.score : null,
      interval80: summary.rates.status === 'known' ? summary.rates.objective.interval : null,
      games:
        summary.rates.status === 'known'
          ? summary.rates.games.map(({ game, preset, average, interval, low, slowest }, g) => ({
              game,
              preset,
              average,
              interval80: interval,
              low,
              slowest,
              chanceAgainstFirst: against?.[g].chance ?? null,
            }))
          : [],
      loadWatts: traits.loadWatts,
      yearlyMinor: traits.yearlyMinor,
      checks: summary.findings.map(({ rule, verdict, sentence }) => ({ rule, verdict, sentence })),
    })),
  };
}
