import { isBusy } from './spells.ts';
import type { Observation } from './types.ts';

/* Ways of like parts' prices of which a forecast knows nothing. */

/** Programs that set prices anew each day have cycles of weeks: fewer looks do not show one. Chosen. */
const BUSY_LOOKS = 60;

/** Whether most histories are set anew nearly each day; and whether most of such were watched for long enough to show their ways. */
export function busyness(series: readonly (readonly Observation[])[], today: number) {
  const known = series.filter((looks) => looks.length > 1);
  const most = (of: (looks: readonly Observation[]) => boolean) => known.filter(of).length > known.length / 2;
  const busy = most((looks) => isBusy(looks, today));
  return { isBusy: busy, isShort: busy && !most((looks) => looks.length >= BUSY_LOOKS) };
}

/** Weeks that are looked at for what goes by the days of the week, looks in them at least, and the share of the variance that has to. Chosen. */
const WEEKS = 6;
const LEAST_LOOKS = 12;
const WEEKLY_SHARE = 0.5;

/** Whether prices go by the days of the week: the share of variance that weekdays explain, adjusted, each offer with a week of its own. */
export function isWeekly(series: readonly (readonly Observation[])[], today: number): boolean {
  let [within, withinFree, whole, wholeFree] = [0, 0, 0, 0];
  const squares = (values: readonly number[]) => {
    const mean = values.reduce((sum, each) => sum + each, 0) / values.length;
    return values.reduce((sum, each) => sum + (each - mean) ** 2, 0);
  };
  for (const looks of series) {
    const lately = looks.flatMap(({ day, price }) =>
      price !== null && price > 0 && day <= today && day > today - 7 * WEEKS
        ? [{ weekday: ((day % 7) + 7) % 7, ln: Math.log(price) }]
        : [],
    );
    if (lately.length < LEAST_LOOKS) continue;
    const days = [0, 1, 2, 3, 4, 5, 6].map((day) =>
      lately.flatMap(({ weekday, ln }) => (weekday === day ? [ln] : [])),
    );
    const seen = days.filter((each) => each.length > 0);
    within += seen.reduce((sum, each) => sum + squares(each), 0);
    withinFree += lately.length - seen.length;
    whole += squares(lately.map(({ ln }) => ln));
    wholeFree += lately.length - 1;
  }
  return withinFree > 0 && whole > 0 && 1 - within / withinFree / (whole / wholeFree) > WEEKLY_SHARE;
}

/** Days without a price, looked at so often, after which an offer seems gone for good; and the share of offers that says so of a kind. Chosen. */
const GONE_DAYS = 10;
const GONE_LOOKS = 4;
const GONE_SHARE = 0.1;

/** Whether like parts sell out and do not come back: a price that falls may be the last one. */
export function isClearing(series: readonly (readonly Observation[])[], today: number): boolean {
  const watched = series.filter((looks) => looks.some(({ day }) => day > today - GONE_DAYS && day <= today));
  const gone = watched.filter((looks) => {
    const lately = looks.filter(({ day }) => day <= today);
    const priced = lately.findLastIndex(({ price }) => price !== null);
    const since = lately.slice(priced + 1);
    return since.length >= GONE_LOOKS && today - since[0].day >= GONE_DAYS;
  });
  return gone.length > GONE_SHARE * watched.length;
}
