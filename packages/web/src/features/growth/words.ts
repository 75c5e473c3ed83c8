import type { Alternative, GrowthFlip, Overtaking, Regret, RoomPrice } from '@ripe-pick/core/growth';
import type { Brief, Part, Picks } from '@ripe-pick/core/parts';
import { addMonths } from '@ripe-pick/core';
import type { AgainstBest, ToldPath, ToldStage } from '../../workers/growth.worker.ts';
import { dayText, decimal, money, percent, signed } from '../../shared/format/format.ts';
import { pathLine } from '../../shared/format/paths.ts';
import { SLOT_NAMES } from '../../shared/format/slots.ts';

export type PartName = (id: string) => string;

const fpsOf = (thousandths: number) => decimal(thousandths / 1000, 1);
const change = (thousandths: number) => signed(thousandths / 1000);
/** A part by name alone, where the maker would only take space. */
export const shortName = (part: Pick<Part, 'name'> | undefined, id: string) => part?.name ?? id;

/** What a build to start from is told by: its processor and card. */
export function buildName(picks: Picks, name: PartName): string {
  const cpu = picks.cpu ? name(picks.cpu.part) : 'no processor';
  return picks.gpu ? `${cpu} + ${name(picks.gpu.part)}` : `${cpu}, no graphics card`;
}

interface PathVerdict {
  readonly head: string;
  /** What it gives up and gains against the best of today. */
  readonly trade: string;
  /** Why the best of today cannot do the same. */
  readonly why: string;
}

/** When a month begins, as a day. */
const dayOf = (today: string, month: number) => dayText(addMonths(today, month));

function tradeWords(overtaking: Overtaking, today: string, horizon: number, gain: number): string {
  const { aheadFrom, caughtUpFrom, before, after } = overtaking;
  const whole = `${change(gain)} fps over the ${horizon} months as they count`;
  if (aheadFrom === null) return `Never ahead for good; ${whole}.`;
  if (aheadFrom === 0) return `Ahead from the first day, by ${fpsOf(after)} fps on average; ${whole}.`;
  const caught =
    caughtUpFrom === null
      ? 'it does not make up for the start by the end'
      : `what it gave up is made up for by ${dayOf(today, caughtUpFrom + 1)}`;
  return `${fpsOf(Math.abs(before))} fps ${before < 0 ? 'less' : 'more'} until ${dayOf(today, aheadFrom)}, ${fpsOf(after)} more from then on; ${caught}. ${whole[0].toUpperCase()}${whole.slice(1)}.`;
}

/** The choice and its reason, in three sentences. */
export function verdictOf(
  best: ToldPath,
  today: ToldPath | null,
  against: AgainstBest | null,
  brief: Brief,
  now: string,
  name: PartName,
): PathVerdict {
  const { horizonMonths } = brief.growth;
  const head = `Best over ${horizonMonths} months: buy ${buildName(best.picks, name)} today, then ${pathLine(best.report.stages, name)}.`;
  const isSame = today !== null && sameParts(best.picks, today.picks);
  if (!today || isSame)
    return {
      head,
      trade: today ? 'It is the best of today too: nothing is given up for later.' : '',
      why: '',
    };
  const gain = (best.report.value ?? 0) - (today.report.value ?? 0);
  const { currency } = brief.money;
  const saved = today.report.paid - today.report.back - (best.report.paid - best.report.back);
  const cheaper =
    saved === 0 ? '' : ` ${money(Math.abs(saved), currency)} ${saved > 0 ? 'less' : 'more'} goes out in all.`;
  const trade = `Compare with the best of today (${buildName(today.picks, name)}): ${against?.overtaking ? tradeWords(against.overtaking, now, horizonMonths, gain) : `${change(gain)} fps on the whole.`}${cheaper}`;
  const obstacle = against?.obstacle ?? null;
  const theirs = today.report.stages
    .slice(1)
    .flatMap((stage) => stage.lines.filter((line) => line.way === 'in'));
  const motherboard = theirs.find((line) => line.slot === 'motherboard');
  const instead = motherboard?.then
    ? ` It has to pay for a motherboard as well (about ${money(motherboard.then.minor, currency, { short: true })}).`
    : '';
  const why = obstacle
    ? `Why: ${obstacle.parts.map((part) => part.name).join(', ')} (${obstacle.on === now ? 'there from the first day' : dayText(obstacle.on)}) cannot go into the best of today: ${lowerFirst(obstacle.barrier.sentence)}${instead}`
    : 'Why: the best of today could take the same parts, but spends the money where it matters less later.';
  return { head, trade, why };
}

const lowerFirst = (text: string) => text.charAt(0).toLowerCase() + text.slice(1);

export function sameParts(a: Picks, b: Picks): boolean {
  const slots = new Set([...Object.keys(a), ...Object.keys(b)]) as Set<keyof Picks>;
  return [...slots].every((slot) => a[slot]?.part === b[slot]?.part);
}

/** How a stage stands with money, in a line. */
export function moneyLine(stage: ToldStage, currency: string): string {
  const sold = stage.back > 0 ? `, ${money(stage.back, currency)} of it from what is sold` : '';
  if (stage.short > 0)
    return `${money(stage.short, currency)} short of ${money(stage.available, currency)}${sold}; ${stage.paidFrom ? `could be paid from ${dayText(stage.paidFrom)}` : 'no budget before the end pays for it'}`;
  return `${money(stage.paid, currency)} of ${money(stage.available, currency)}${sold}; ${money(stage.left, currency)} left`;
}

/** What the room in a slot is worth. */
export function roomWords(room: RoomPrice, currency: string, value: number | null, name: PartName): string {
  const dearer =
    room.today >= 0
      ? `costs ${money(room.today, currency)} more today than`
      : `costs ${money(-room.today, currency)} less than`;
  const head = `${SLOT_NAMES[room.slot]} ${name(room.part.id)} ${dearer} ${name(room.instead.id)}, which would do today.`;
  const loss =
    value !== null && room.valueWithout !== null
      ? ` The best path with that one: ${change(room.valueWithout - value)} fps.`
      : '';
  if (room.later === null)
    return `${head} With that one the step of ${room.on ? dayText(room.on) : 'later'} would not go${room.barrier ? `: ${lowerFirst(room.barrier.sentence)}` : '.'}${loss}`;
  const later =
    room.later === 0
      ? 'Later steps cost the same with either.'
      : `Later steps would cost ${money(Math.abs(room.later), currency)} ${room.later > 0 ? 'more' : 'less'} with that one.`;
  return `${head} ${later}${loss}`;
}

export function regretWords(regret: Regret, currency: string): string {
  const { missing, path, today } = regret;
  const what = `${money(missing.amountMinor, currency, { short: true })} of ${dayText(missing.on)}${missing.note ? ` (${missing.note})` : ''}`;
  const head =
    regret.come === 0
      ? `If no later budget comes, not even ${what}`
      : `If ${what} and what follows never come`;
  if (path === null || today === null) return `${head}: not known.`;
  const gap = path - today;
  if (gap === 0) return `${head}: both come out the same.`;
  return `${head}: ${fpsOf(path)} fps against ${fpsOf(today)} for the best of today, ${gap < 0 ? `${fpsOf(-gap)} regretted` : `still ${fpsOf(gap)} ahead`}.`;
}

/** What moved, in words; `sums` by id. */
export function flipWords(flip: GrowthFlip, brief: Brief, today: string, name: PartName): string {
  const { lever, now, at, reach } = flip;
  const { currency } = brief.money;
  const sumOf = (id: string) => brief.growth.sums.find((sum) => sum.id === id);
  const to = at ?? reach;
  const verb = at === null ? 'even' : '';
  switch (lever.kind) {
    case 'date': {
      const sum = sumOf(lever.sum);
      const which = sum ? money(sum.amountMinor, currency, { short: true }) : 'a budget';
      return `${which} coming ${verb} ${to < now ? 'as early as' : 'as late as'} ${dayText(addMonths(today, to))} in place of ${dayText(sum?.on ?? addMonths(today, now))}`.replace(
        '  ',
        ' ',
      );
    }
    case 'amount': {
      const sum = sumOf(lever.sum);
      return `${verb} ${money(to, currency, { short: true })} in place of ${money(now, currency, { short: true })} on ${sum ? dayText(sum.on) : 'its day'}`.trim();
    }
    case 'price':
      return `${name(lever.part)} ${verb} at ${money(to, currency, { short: true })} in place of ${money(now, currency, { short: true })} on ${dayText(lever.on)}`.replace(
        '  ',
        ' ',
      );
    case 'fall':
      return `${SLOT_NAMES[lever.of].toLowerCase()} prices falling ${verb} ${percent(to)} a year in place of ${percent(now)}`.replace(
        '  ',
        ' ',
      );
    case 'heavier':
      return `games growing ${verb} ${percent(to)} heavier a year in place of ${percent(now)}`.replace(
        '  ',
        ' ',
      );
    case 'discount':
      return `frames a year later counting ${verb} ${percent(to)} less in place of ${percent(now)}`.replace(
        '  ',
        ' ',
      );
    case 'horizon':
      return `looking ${verb} ${to} months ahead in place of ${now}`.replace('  ', ' ');
  }
}

/** What an alternative does, in a line. */
export function alternativeName(each: Alternative, name: PartName): string {
  if (each.changes.length === 0) return 'Nothing: leave this step out';
  return each.parts
    .map((part) => {
      const isBeside = each.changes.some((one) => one.part === part.id && one.beside);
      return `${isBeside && part.kind === 'memory' ? 'second ' : ''}${name(part.id)}`;
    })
    .join(' + ');
}
