import { FORMULA, type PartsListFile } from '@ripe-pick/contract';
import type { PartsList } from '@ripe-pick/core/compare';
import type { Brief } from '@ripe-pick/core/parts';
import Papa from 'papaparse';
import type { ListRow, ListSheet } from './sheet.ts';

/** What stands in one line for a chat: type, name, price, where, what comes back. */
const lineOf = ({ type, name, price, back, shop }: ListRow) =>
  `${type}: ${[name, [price, shop && `at ${shop}`].filter(Boolean).join(' ')].filter(Boolean).join(' - ')}${back ? `, ${back}` : ''}`;

/** A list as plain text for a chat. */
export function listText({ title, subtitle, rows, totals, sections }: ListSheet): string {
  return [
    title,
    subtitle,
    '',
    ...rows.map(lineOf),
    '',
    ...totals.map(({ name, amount }) => `${name}: ${amount}`),
    ...sections.flatMap((section) => ['', `${section.title}:`, ...section.lines.map((line) => `- ${line}`)]),
    '',
  ].join('\n');
}

const cell = (text: string) => text.replace(/\\/g, '\\\\').replace(/\|/g, '\\|');
const COLUMNS: readonly (readonly [key: keyof ListRow, head: string])[] = [
  ['type', 'Type'],
  ['name', 'Part'],
  ['price', 'Price'],
  ['back', 'Rebate'],
  ['shop', 'Shop'],
  ['seen', 'Price seen'],
  ['why', 'Why'],
];

/** A list as Markdown. */
export function listMarkdown({ title, subtitle, rows, totals, sections }: ListSheet): string {
  const line = (cells: readonly string[]) => `| ${cells.map(cell).join(' | ')} |`;
  return [
    `# ${title}`,
    '',
    `${subtitle}.`,
    '',
    line(COLUMNS.map(([, head]) => head)),
    line(COLUMNS.map(([key]) => (key === 'price' ? '---:' : '---'))),
    ...rows.map((row) => line(COLUMNS.map(([key]) => row[key]))),
    '',
    ...totals.map(({ name, amount }) => `- ${name}: **${amount}**`),
    ...sections.flatMap((section) => [
      '',
      `## ${section.title}`,
      '',
      ...section.lines.map((each) => `- ${each}`),
    ]),
    '',
  ].join('\n');
}

/** A list as CSV (RFC 4180), the totals as its last rows. Cells that a spreadsheet would run as a formula are neutralised. */
export function listCsv({ rows, totals }: ListSheet): string {
  const table = [
    COLUMNS.map(([, head]) => head),
    ...rows.map((row) => COLUMNS.map(([key]) => row[key])),
    ...totals.map(({ name, amount }) => ['', name, amount, '', '', '', '']),
  ];
  return `${Papa.unparse(table, { escapeFormulae: FORMULA, newline: '\r\n' })}\r\n`;
}

const escaped = (text: string) =>
  text.replace(
    /[&<>"]/g,
    (mark) => ({ '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' })[mark] ?? mark,
  );
const STYLE =
  'body{font:11pt/1.4 system-ui,sans-serif;color:#1d1420;max-width:60rem;margin:2rem auto;padding:0 1rem}table{border-collapse:collapse;width:100%}th,td{text-align:left;vertical-align:top;padding:.25rem .5rem;border-bottom:1px solid #bbb}.n{text-align:right;white-space:nowrap}h1{font-size:16pt}h2{font-size:12pt}@media print{body{margin:0}}';

/** A list as one page of HTML to print, with nothing fetched from anywhere. */
export function listHtml({ title, subtitle, rows, totals, sections }: ListSheet): string {
  const cells = (row: ListRow) =>
    COLUMNS.map(([key]) => `<td${key === 'price' ? ' class="n"' : ''}>${escaped(row[key])}</td>`).join('');
  return [
    `<!doctype html><html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width"><title>${escaped(title)}</title><style>${STYLE}</style></head><body>`,
    `<h1>${escaped(title)}</h1><p>${escaped(subtitle)}</p><table><thead><tr>`,
    ...COLUMNS.map(([key, head]) => `<th${key === 'price' ? ' class="n"' : ''} scope="col">${head}</th>`),
    '</tr></thead><tbody>',
    ...rows.map((row) => `<tr>${cells(row)}</tr>`),
    '</tbody></table><ul>',
    ...totals.map(({ name, amount }) => `<li>${name}: <b>${escaped(amount)}</b></li>`),
    '</ul>',
    ...sections.map(
      (section) =>
        `<h2>${escaped(section.title)}</h2><ul>${section.lines.map((line) => `<li>${escaped(line)}</li>`).join('')}</ul>`,
    ),
    '</body></html>',
    '',
  ].join('\n');
}

/** A list as figures, for programs: the format of docs/formats/parts-list.schema.json. */
export function listFile(list: PartsList, sheet: ListSheet, { money, play }: Brief): PartsListFile {
  const { rates, totals } = list;
  const section = (title: string) => [...(sheet.sections.find((each) => each.title === title)?.lines ?? [])];
  return {
    format: 'ripe-pick/parts-list',
    version: 1,
    name: list.name,
    on: list.on,
    currency: list.currency,
    budgetMinor: money.budgetMinor,
    dueNowMinor: totals.dueNow,
    expectedMinor: totals.expected,
    afterMinor: totals.after,
    riskReserveMinor: list.riskReserveMinor,
    parts: list.parts.map(({ days: _, backs, ...part }) => ({
      ...part,
      backs: backs.map((back) => ({ ...back })),
    })),
    charges: list.charges.map((charge) => ({ ...charge })),
    screen: { widthPx: play.widthPx, heightPx: play.heightPx, refreshHz: play.refreshHz },
    objective: play.objective,
    low: '99th percentile of frame time',
    score: rates.status === 'known' ? rates.objective.score : null,
    interval80: rates.status === 'known' ? rates.objective.interval : null,
    games:
      rates.status === 'known'
        ? rates.games.map(({ game, preset, average, interval, low }) => ({
            game,
            preset,
            average,
            interval80: interval,
            low,
          }))
        : [],
    conditions: section('How it is counted'),
    checks: section('Checks'),
    assumed: section('Assumed, to be looked up'),
    changes: section('What would change it'),
  };
}
