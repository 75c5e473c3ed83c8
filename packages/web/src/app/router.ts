import { nextTick, type Component } from 'vue';
import { createRouter, createWebHistory } from 'vue-router';
import { BASE } from '../shared/api/place.ts';
import { focusScreen } from '../shared/ui/keep-focus.ts';

/** A screen, by its path without the stroke. */
interface ScreenEntry {
  readonly name: string;
  readonly title: string;
  readonly page: () => Promise<Component>;
  /** Whether the ruler stands above it, whether it is of use without a catalogue. */
  readonly isAboutMoney?: boolean;
  readonly worksEmpty?: boolean;
  /** What the palette says beside its title. */
  readonly about?: string;
}

/** Only screens that exist, in the order of the work. */
export const SCREENS: readonly ScreenEntry[] = [
  {
    name: 'brief',
    title: 'Brief',
    page: () => import('../features/brief/index.ts').then((m) => m.BriefPage),
    isAboutMoney: true,
    worksEmpty: true,
  },
  {
    name: 'picks',
    title: 'Picks',
    page: () => import('../features/picks/index.ts').then((m) => m.PicksPage),
    isAboutMoney: true,
  },
  {
    name: 'stretch',
    title: 'Stretch',
    page: () => import('../features/stretch/index.ts').then((m) => m.StretchPage),
    isAboutMoney: true,
  },
  {
    name: 'forks',
    title: 'Forks',
    page: () => import('../features/forks/index.ts').then((m) => m.ForksPage),
    isAboutMoney: true,
    about: 'graphics card or none, older or newer, new or used',
  },
  {
    name: 'line-up',
    title: 'Compare',
    page: () => import('../features/lineup/index.ts').then((m) => m.LineUpPage),
    isAboutMoney: true,
  },
  {
    name: 'growth',
    title: 'Upgrades',
    page: () => import('../features/growth/index.ts').then((m) => m.GrowthPage),
    isAboutMoney: true,
  },
  {
    name: 'ripeness',
    title: 'Ripeness',
    about: 'when to buy',
    page: () => import('../features/ripeness/index.ts').then((m) => m.RipenessPage),
    isAboutMoney: true,
  },
  {
    name: 'backtest',
    title: 'Looking back',
    page: () => import('../features/backtest/index.ts').then((m) => m.BacktestPage),
    isAboutMoney: true,
    about: 'what the advice would have done',
  },
  {
    name: 'alerts',
    title: 'Alerts',
    about: 'what prices changed, and at what alert level',
    page: () => import('../features/alerts/index.ts').then((m) => m.AlertsPage),
    isAboutMoney: true,
    worksEmpty: true,
  },
  {
    name: 'second-hand',
    title: 'Used',
    about: 'what a used listing is worth',
    page: () => import('../features/secondhand/index.ts').then((m) => m.SecondHandPage),
    isAboutMoney: true,
  },
  {
    name: 'slips',
    title: 'Rebates',
    about: 'claims, their papers and their days',
    page: () => import('../features/claims/index.ts').then((m) => m.ClaimsPage),
    isAboutMoney: true,
    worksEmpty: true,
  },
  {
    name: 'shopping-day',
    title: 'Shopping day',
    about: 'where to buy, and the orders',
    page: () => import('../features/shopping/index.ts').then((m) => m.ShoppingPage),
    isAboutMoney: true,
  },
  {
    name: 'audit',
    title: 'Check a list',
    page: () => import('../features/audit/index.ts').then((m) => m.AuditPage),
    isAboutMoney: true,
    worksEmpty: true,
  },
  {
    name: 'build-day',
    title: 'Build day',
    about: 'putting it together, and the first start',
    page: () => import('../features/buildday/index.ts').then((m) => m.BuildDayPage),
    worksEmpty: true,
  },
  {
    name: 'tuning',
    title: 'Tuning',
    about: 'clocks and voltages, step by step',
    page: () => import('../features/tuning/index.ts').then((m) => m.TuningPage),
    worksEmpty: true,
  },
  {
    name: 'bench',
    title: 'Test bench',
    page: () => import('../features/bench/index.ts').then((m) => m.BenchPage),
  },
  {
    name: 'records',
    title: 'Benchmarks',
    page: () => import('../features/records/index.ts').then((m) => m.RecordsPage),
  },
  {
    name: 'model',
    title: 'Model',
    page: () => import('../features/model/index.ts').then((m) => m.ModelPage),
  },
  {
    name: 'parts',
    title: 'Parts',
    about: 'add, change and search them',
    page: () => import('../features/parts/index.ts').then((m) => m.PartsPage),
    worksEmpty: true,
  },
  {
    name: 'prices-in',
    title: 'Prices',
    page: () => import('../features/pricesin/index.ts').then((m) => m.PricesInPage),
  },
  {
    name: 'data',
    title: 'Files and backup',
    page: () => import('../features/data/index.ts').then((m) => m.DataPage),
    worksEmpty: true,
  },
];

export const router = createRouter({
  history: createWebHistory(`${BASE}/`),
  routes: [
    { path: '/', redirect: '/picks' },
    ...SCREENS.map(({ name, page, ...meta }) => ({ path: `/${name}`, name, component: page, meta })),
    { path: '/:rest(.*)*', redirect: '/picks' },
  ],
});

router.afterEach((to, from) => {
  document.title = typeof to.meta.title === 'string' ? `${to.meta.title} · Ripe Pick` : 'Ripe Pick';
  // Another screen: the next Tab goes into it, not through the rail and the ruler again.
  if (from.matched.length > 0 && to.path !== from.path) void nextTick(focusScreen);
});

/** Fetches the code of screens while nothing else is to be done: each then opens at once. */
export function fetchScreensAhead(screens: readonly ScreenEntry[] = SCREENS): void {
  if (!('requestIdleCallback' in window)) return; // then a screen is fetched when it is opened
  const [next, ...rest] = screens;
  requestIdleCallback(() => void next.page().then(() => rest.length > 0 && fetchScreensAhead(rest)));
}
