import type { Brief, SideJob } from '@ripe-pick/core/parts';
import { countWords, dayText, decimal, money, percent } from '../../shared/format/format.ts';
import { screenWords } from '../../shared/format/goals.ts';
import { objectiveWords } from '../../shared/format/objective.ts';
import { BASIS_WORDS, buyingConditionWords, psuRuleWords } from '../../shared/format/schools.ts';

/*
 * What each group of the brief says while it is folded: what holds in it, in a line. What is as usual is not told where there is
 * much of it.
 */

/** What a line needs beside the brief. */
interface LineWords {
  readonly part: (id: string) => string;
  /** The shops that are known, by id. */
  readonly shops: readonly string[];
}

const listed = (...words: readonly (string | false | null)[]): string => words.filter(Boolean).join(', ');
const short = (minor: number, { money: m }: Brief) => money(minor, m.currency, { short: true });

export function spendingLine(brief: Brief, { shops }: LineWords): string {
  const { costBasis, allowedOverMinor, besides, currency } = brief.money;
  const known = countWords(shops.length, 'shop');
  const used = shops.filter((id) => !brief.whereToBuy.shopsOut.includes(id)).length;
  return listed(
    `${BASIS_WORDS[costBasis]} must fit`,
    allowedOverMinor > 0 && `${money(allowedOverMinor, currency)} over is allowed`,
    brief.dates.buyOn && `bought on ${dayText(brief.dates.buyOn)}`,
    buyingConditionWords(brief),
    used < shops.length ? `${used} of ${known}` : shops.length === 1 ? 'the one shop' : `all ${known}`,
    besides.length > 0 && `${besides.map(({ name }) => name).join(', ')} from the same budget`,
  );
}

export function ownedLine(brief: Brief, { part }: LineWords): string {
  if (brief.owned.length === 0) return 'none';
  const names = brief.owned.map(part).join(', ');
  return brief.money.countSales ? `${names}; what is sold counts towards the budget` : names;
}

const BACKGROUND: Readonly<Record<Brief['play']['background'], string | null>> = {
  none: null,
  voice: 'voice chat in the background',
  'stream-cpu': 'streaming by the processor',
  'stream-gpu': 'streaming by the graphics card',
};

export function framesLine({ play }: Brief): string {
  const { clocks, second } = play;
  return listed(
    objectiveWords(play.objective, play.refreshHz),
    play.renderScale < 1 && `rendered at ${percent(play.renderScale)} of each side`,
    BACKGROUND[play.background],
    second && `also on ${screenWords(second)}`,
    !play.memoryProfile && 'memory at its JEDEC speed',
    clocks.cpu !== 'shipped' && `processor ${clocks.cpu}`,
    clocks.gpu !== 'shipped' && `graphics card ${clocks.gpu}`,
  );
}

/** What side jobs are called. */
export const JOB_NAMES: Readonly<Record<SideJob['kind'], string>> = {
  stream: 'Streaming',
  record: 'Recording',
  edit: 'Cutting video',
  render: 'Rendering',
  office: 'Office work',
  vr: 'Virtual reality',
};

export const jobsLine = ({ play }: Brief): string =>
  play.jobs.length === 0
    ? 'nothing: it is for games alone'
    : play.jobs.map(({ kind }) => JOB_NAMES[kind].toLowerCase()).join(', ');

export function boxLine({ needs, whereToBuy }: Brief): string {
  return listed(
    `${needs.memoryGb} GB of memory`,
    `${decimal(needs.fastStorageGb, 0)} GB of fast storage`,
    needs.totalStorageGb > needs.fastStorageGb && `${decimal(needs.totalStorageGb, 0)} GB in all`,
    needs.maxLitres !== null && `a case of ${decimal(needs.maxLitres, 1)} l at most`,
    needs.wireless && 'wireless',
    needs.osLicence && 'a system licence',
    needs.gpuRequired && 'a graphics card',
    `power supply: ${psuRuleWords(needs.psuRule)}`,
    whereToBuy.allowUnknown && 'missing specs allowed',
  );
}

export function laterLine(brief: Brief): string {
  const { sums } = brief.growth;
  if (sums.length === 0) return 'budgets, screens, drives and games to come';
  return sums.map(({ amountMinor, on }) => `${short(amountMinor, brief)} on ${dayText(on)}`).join(', ');
}

export function riskLine(brief: Brief): string {
  const { claimHabits } = brief.money;
  const { maxAgeDays, usedRisk } = brief.whereToBuy;
  return listed(
    `${percent(claimHabits.fileChance)} of claims sent in, ${percent(claimHabits.acceptChance)} of those paid`,
    usedRisk ? 'a reserve for used parts' : 'no reserve for used parts',
    maxAgeDays === null ? 'prices of any age' : `prices of ${countWords(maxAgeDays, 'day')} at most`,
  );
}

export function wishesLine(brief: Brief, { part }: LineWords): string {
  const { needs, planned, play, whereToBuy } = brief;
  const { balanceLimit } = play.objective;
  const ways = [planned.gpu, planned.memory, planned.cpu].filter((each) => each !== null);
  const makers = Object.values(needs.brands).filter((each) => (each?.length ?? 0) > 0).length;
  const own = Object.keys(whereToBuy.conditionsBySlot).length;
  return (
    listed(
      balanceLimit !== null && `neither side loses over ${percent(balanceLimit)}`,
      needs.psuQuality !== null && `power supply marked ${needs.psuQuality} of 5 or better`,
      needs.maxNoiseDb !== null && `cooler of ${decimal(needs.maxNoiseDb, 0)} dB at most`,
      needs.screens > 1 && `${needs.screens} screens`,
      ways.length > 0 && `planned: ${ways.map(part).join(', ')}`,
      needs.overclock && 'overclocking wanted',
      needs.capacityFloors && 'memory as every game asks',
      needs.modular && 'cables that come off',
      needs.colour && `in ${needs.colour}`,
      makers > 0 && `brands of ${countWords(makers, 'kind')} of parts`,
      own > 0 && `conditions of ${countWords(own, 'kind')} of parts`,
    ) || 'balance, quality, noise, planned parts, running cost, brands: none'
  );
}
