import { checkBuild, openSlots, psuNeed, type Finding } from '../compatibility/index.ts';
import { isBalanced, ratesFor, ratesOnScreens, type RatesResult, type SideScreen } from '../frames/index.ts';
import { costOf, pickStandings, type Cost, type PickStanding } from '../money/index.ts';
import { partSetOf, type PartSet, type Picks, type Slot } from '../parts/index.ts';
import {
  airOf,
  loadOf,
  psuRules,
  workingPoint,
  type Air,
  type Load,
  type SizedBy,
  type WorkingPoint,
} from '../power/index.ts';
import type { Session } from '../session/index.ts';
import { restingOn, widened, type RestingOn } from './resting.ts';
import { thumbsOf, type Thumb } from './thumbs.ts';
import { partsForRules } from './rule-parts.ts';

/** Everything that the frame of the app shows about one candidate. */
export interface Summary {
  readonly cost: Cost;
  /** Whether each pick can be had: of what cannot, the cost counts the last price. */
  readonly standings: readonly PickStanding[];
  readonly rates: RatesResult;
  /** The same build on the screens beside the brief's own. Worked out when it is asked for. */
  readonly beside: readonly { readonly screen: SideScreen; readonly rates: RatesResult }[];
  readonly findings: readonly Finding[];
  readonly open: readonly Slot[];
  /** Parts or offers that the catalogue no longer has. */
  readonly missing: readonly string[];
  readonly set: PartSet;
  readonly load: Load | null;
  /** How the air goes through it under that load; null while load or fans are not known. */
  readonly air: Air | null;
  /** Watts that the brief's rule asks of the supply; null when not known. */
  readonly neededWatts: number | null;
  /** The rules for sizing a supply side by side; empty while the load is not known. */
  readonly sizedBy: readonly SizedBy[];
  readonly working: WorkingPoint | null;
  readonly thumbs: readonly Thumb[];
  /** Assumed figures that the build rests on, what would hurt most first; intervals of rates reach over them. */
  readonly resting: readonly RestingOn[];
  /** Whether the brief's balance limit is broken; null when it has none or the rates are not known. */
  readonly isUnbalanced: boolean | null;
}

/** Worked out at its first use and then kept. */
function once<T>(work: () => T): () => T {
  let known: { readonly value: T } | null = null;
  return () => (known ??= { value: work() }).value;
}

/** Prepared once for a session; sums up any picks. */
export function summaryFor(session: Session): { readonly summarise: (picks: Picks) => Summary } {
  const { catalogue, brief, priceIndex, rules: context } = session;
  const rates = ratesFor(brief, catalogue.frameModel);
  const besides = once(() => ratesOnScreens(brief, catalogue.frameModel));
  return {
    summarise(picks) {
      const set = partsForRules(picks, priceIndex);
      const load = loadOf(set, context);
      const need = load ? psuNeed(load.deciwatts, set.gpu ?? null, context) : null;
      const resting = restingOn(set, session, rates);
      const rated = widened(rates(set), set, resting, rates);
      const cost = costOf(picks, priceIndex);
      const { balanceLimit } = brief.play.objective;
      const beside = once(() =>
        besides().map((each) => ({
          screen: each.screen,
          rates: widened(each.rates(set), set, resting, each.rates),
        })),
      );
      return {
        cost,
        standings: pickStandings(picks, priceIndex),
        rates: rated,
        get beside() {
          return beside();
        },
        findings: checkBuild(set, context),
        open: openSlots(set),
        missing: partSetOf(picks, priceIndex.parts).missing,
        set,
        resting,
        load,
        air: load ? airOf(set, load.deciwatts / 10) : null,
        neededWatts: need && !need.isLeast ? need.watts : null,
        sizedBy: load
          ? psuRules(load.deciwatts, set.gpu ?? null, context.plannedGpu, context.needs.psuRule.factor)
          : [],
        working: load && set.psu ? workingPoint(set.psu, load.deciwatts, brief.money.running) : null,
        thumbs: thumbsOf(cost, brief.money.budgetMinor),
        isUnbalanced:
          balanceLimit === null || rated.status !== 'known' ? null : !isBalanced(rated.balance, balanceLimit),
      };
    },
  };
}
