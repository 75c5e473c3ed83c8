import { moneyText as money } from '@ripe-pick/core/units';
import type { BuildReport } from './report.ts';

/** A build for a person at a terminal. */
export function buildText(report: BuildReport): string {
  const { currency, dueNow, expected, after, left, shipping, deals, tax, aside } = report.totals;
  const lines = report.picks.map(
    (pick) =>
      `  ${pick.slot.padEnd(10)} ${(pick.price === null ? 'no price' : money(pick.price, currency)).padStart(14)}  ${pick.name}${pick.shop ? ` (${pick.shop}, ${pick.condition})` : ` (${pick.condition ?? 'no offer'})`}`,
  );
  const row = (label: string, amount: number) =>
    `  ${label.padEnd(10)} ${money(amount, currency).padStart(14)}`;
  if (deals !== 0) lines.push(row('deals', deals));
  lines.push(row('shipping', shipping));
  if (tax !== 0) lines.push(row('tax', tax));
  const kept = aside.reduce((sum, line) => sum + line.amount, 0);
  if (expected !== dueNow)
    lines.push(`${row('expected', expected)}  after rebates; ${money(after, currency)} after all of them`);
  if (kept !== 0) lines.push(`${row('aside', kept)}  risk of used parts, less what is sold`);
  lines.push(
    `  ${'total'.padEnd(10)} ${money(dueNow, currency).padStart(14)}  ${left >= 0 ? `${money(left, currency)} left` : `${money(-left, currency)} over`}`,
  );
  if (report.rates.status === 'known') {
    for (const game of report.rates.games) {
      const { low, high } = game.interval80;
      lines.push(
        `  ${game.game.padEnd(18)} ${game.average.toFixed(1).padStart(6)} average (${low.toFixed(0)} to ${high.toFixed(0)}), 1 % low ${game.low1Percent.toFixed(1)}, limited by the graphics card in ${(100 * game.limitedBy.gpu).toFixed(0)} % of frames`,
      );
    }
  } else
    lines.push(
      `  frame rates unknown: ${report.rates.missing.map((fact) => `${fact.slot}: ${fact.fact}`).join('; ') || report.rates.unknownGames.join(', ')}`,
    );
  for (const finding of report.checks)
    lines.push(`  ${finding.verdict}: ${finding.sentence} ${finding.mend}`);
  return lines.join('\n');
}
