import { createHash } from 'node:crypto';
import {
  type Candidate,
  catalogueOf,
  dailyPrices,
  type CatalogueFile,
  type NewAlertText,
  type Watching,
  type WatchPoint,
  type Workspace,
} from '@ripe-pick/contract';
import {
  briefWithOrders,
  heldFor,
  NOTHING_HELD,
  ordersOf,
  picksWithOrders,
  withFoundLists,
  withHousehold,
  withOrders,
  type HeldOrders,
} from '@ripe-pick/core/buying';
import type { Brief, Deal, Part, Picks } from '@ripe-pick/core/parts';
import {
  judge,
  poolView,
  usualSeasons,
  type JudgedForecast,
  type LoggedForecast,
  type Observation,
  type PoolOffer,
  type PriceEvent,
} from '@ripe-pick/core/prices';
import { prepare, type Answer } from '@ripe-pick/core/search';
import { openSession, type Session } from '@ripe-pick/core/session';
import { dayNumber } from '@ripe-pick/core/units';
import { withListings, type UsedListing } from '@ripe-pick/core/used';
import {
  bestNow,
  candidatesNow,
  changesBetween,
  daysAhead,
  dealsTurned,
  forecastWatched,
  movesSince,
  offersBought,
  partName,
  watchList,
} from '@ripe-pick/core/watch';
import { finish } from '@ripe-pick/core/work';
import type { Store } from '../store/index.ts';
import { changeText, eventTexts, priceText } from './words.ts';

/** What a run of the watch found out. */
export interface Seen {
  /** The brief that was looked at, and whether it is the only one. */
  readonly brief: { readonly id: string; readonly name: string; readonly isAlone: boolean };
  /** What is to be told, and when. */
  readonly watching: Watching;
  readonly point: WatchPoint;
  readonly news: readonly NewAlertText[];
  readonly forecasts: readonly LoggedForecast[];
  readonly judged: readonly { readonly id: string; readonly judged: JudgedForecast | null }[];
}

/** The search is stopped after this; then there is no best to compare. */
const PATIENCE_MS = 20_000;
/** ReadHistories that are read for the belief that all offers share. */
const POOL = 60;
const MOST_JUDGED_OFFERS = 5000;
const LONGEST_WHY = 3000;

/** Prices by offer and day, read from the store as they are asked for. */
class ReadHistories {
  private readonly known = new Map<string, readonly Observation[]>();
  private readonly partOf = new Map<string, string>();

  constructor(private readonly store: Store) {}

  readonly of = (offer: string): readonly Observation[] => this.known.get(offer) ?? [];

  /** All that was read, with the kinds of their parts. */
  pool(parts: ReadonlyMap<string, Part>): PoolOffer[] {
    return [...this.known].map(([offer, observations]) => ({
      kind: parts.get(this.partOf.get(offer) ?? '')?.kind ?? null,
      observations,
    }));
  }

  async read(offers: readonly string[], parts: readonly string[], pool: number): Promise<void> {
    const { series } = await this.store.history({ offers: [...offers], parts: [...parts], pool });
    for (const each of series) {
      this.known.set(each.offer, dailyPrices(each));
      this.partOf.set(each.offer, each.part);
    }
  }

  /** Reads what of some offers is not there yet. */
  async readMore(offers: readonly string[]): Promise<void> {
    const wanted = [...new Set(offers)].filter((id) => !this.known.has(id));
    if (wanted.length > 0) await this.read(wanted.slice(0, MOST_JUDGED_OFFERS), [], 0);
  }
}

/** The briefs of one household: what one has claimed counts for all. */
type Household = Awaited<ReturnType<Store['briefs']>>;

/** What a run looks at. */
interface Looking {
  readonly session: Session;
  readonly file: CatalogueFile;
  readonly workspace: Workspace;
  /** The point that this one is compared with. */
  readonly before: WatchPoint | null;
}

function solved(session: Session): Answer | null {
  const until = performance.now() + PATIENCE_MS;
  const search = prepare(session).solve(session.limit);
  const { status, answers } = finish(search, { isStopped: () => performance.now() > until });
  return status === 'optimal' ? (answers[0] ?? null) : null;
}

function eventsOf({ workspace, session }: Looking, days: number): PriceEvent[] {
  const seasons = workspace.watching.seasons ? usualSeasons(dayNumber(session.priceIndex.today), days) : [];
  return [...workspace.events, ...seasons];
}

/** What changed since the point before, in words; the deals that turned explain it where no price does. */
function changeTexts(
  { session, file, workspace, before }: Looking,
  point: Parameters<typeof changesBetween>[1],
  bought: ReadonlySet<string>,
  histories: ReadHistories,
): NewAlertText[] {
  if (!before) return [];
  const { leastMinor, leastTenths } = workspace.watching;
  const moves = movesSince(session, before.day, bought, histories.of);
  const changes = changesBetween(before, point, moves, { leastMinor, leastScore: leastTenths * 100 });
  const turned = dealsTurned(session, file.deals as readonly Deal[], before.day, bought); // read through its schema
  return changes.map((change) =>
    changeText(change, session.priceIndex.currency, session.priceIndex.today, turned),
  );
}

/** Judges forecasts whose time is up. */
async function judgedNow(store: Store, today: number, histories: ReadHistories): Promise<Seen['judged']> {
  const open = await store.openForecasts(today);
  await histories.readMore(open.flatMap((forecast) => forecast.offers.map((offer) => offer.id)));
  return open.map((forecast) => ({ id: forecast.id, judged: judge(forecast, histories.of, today) }));
}

/** What is ordered for a candidate, or for that of which it is another idea. */
const heldOf = ({ orders }: Workspace, candidate: Candidate | undefined): HeldOrders =>
  candidate ? heldFor(orders, ordersOf(candidate)) : NOTHING_HELD;

/** Candidates that are not put away, at what their orders cost. */
const shownOf = (workspace: Workspace) =>
  workspace.candidates
    .filter((candidate) => !candidate.isArchived)
    .map((candidate) => ({
      ...candidate,
      picks: picksWithOrders(candidate.picks as Picks, heldOf(workspace, candidate)),
    }));

async function lookingAt(
  store: Store,
  file: CatalogueFile,
  { briefs }: Household,
  id: string,
): Promise<Looking | null> {
  const [{ workspace }, points] = await Promise.all([store.workspace(id), store.points(id)]);
  if (!workspace) return null;
  const found = withFoundLists(catalogueOf(file), workspace.versions);
  const listed = withListings(found, workspace.listings as readonly UsedListing[]);
  const catalogue = withOrders(listed, workspace.orders, workspace.claims);
  const claims = briefs.flatMap((each) => each.claims);
  const brief = withHousehold(workspace.brief as Brief, claims);
  const active = workspace.candidates.find((each) => each.id === workspace.active);
  const session = openSession(catalogue, briefWithOrders(brief, heldOf(workspace, active)));
  const before = points.filter((point) => point.day < catalogue.today).at(-1) ?? points.at(-1) ?? null;
  return { session, file, workspace, before };
}

/** Looks at every brief that is not put away. */
export async function look(store: Store): Promise<Seen[]> {
  const household = await store.briefs();
  // Of one moment for all briefs; to read it takes longer than most of what is done with it.
  const file = await store.catalogue();
  if (file.parts.length === 0) return [];
  const seen: Seen[] = [];
  for (const { id, isArchived } of household.briefs) {
    const one = isArchived ? null : await lookAtBrief(store, file, household, id);
    if (one) seen.push(one);
  }
  return seen;
}

/** Prices all candidates anew, solves the brief, forecasts what is watched, judges forecasts whose time is up. */
async function lookAtBrief(
  store: Store,
  file: CatalogueFile,
  household: Household,
  id: string,
): Promise<Seen | null> {
  const looking = await lookingAt(store, file, household, id);
  if (!looking) return null;
  const { session, workspace, before } = looking;
  const { priceIndex, brief } = session;
  const shown = shownOf(workspace);
  const answer = solved(session);
  const watched = watchList(session, {
    active: shown.find((each) => each.id === workspace.active)?.picks ?? {},
    others: [...shown.map((each) => each.picks), ...(answer ? [answer.picks] : [])],
    targets: workspace.targets.map((target) => target.part),
  });
  const bare = {
    day: priceIndex.today,
    currency: priceIndex.currency,
    brief: createHash('sha256').update(JSON.stringify(brief)).digest('hex').slice(0, 32),
    candidates: candidatesNow(session, shown),
    best: answer ? bestNow(session, answer) : null,
  };
  const bought = offersBought([bare, before]);
  const histories = new ReadHistories(store);
  const parts = watched.map((each) => each.part);
  await histories.read([...bought], parts, POOL);
  const today = dayNumber(priceIndex.today);
  const pool = poolView(histories.pool(priceIndex.parts), today);
  const days = daysAhead(brief, priceIndex.today, workspace.watching.days);
  const forecasts = forecastWatched(session, {
    watched,
    targets: workspace.targets,
    before: before?.advice ?? {},
    days,
    waitPerDay: workspace.watching.waitPerDayMinor,
    events: eventsOf(looking, days),
    pool,
    observationsOf: histories.of,
  });
  const changes = changeTexts(looking, bare, bought, histories);
  const news = [
    ...changes,
    ...forecasts.news.map((each) => priceText(each, partName(session, each.part), priceIndex.currency)),
    ...eventTexts(workspace.events, priceIndex.today),
  ];
  const why = changes
    .map(({ title }) => title)
    .join('; ')
    .slice(0, LONGEST_WHY);
  return {
    brief: { id, name: brief.name, isAlone: household.briefs.length === 1 },
    watching: workspace.watching,
    point: { ...bare, why, advice: forecasts.advice } as WatchPoint, // the same fields, read-only
    news,
    forecasts: forecasts.logged,
    judged: await judgedNow(store, today, histories),
  };
}
