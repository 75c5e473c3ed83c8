import { nextTick } from 'vue';
import { createRouter, createWebHistory } from 'vue-router';

/** Only screens that exist. `group` follows the order of the work. */
export const router = createRouter({
  history: createWebHistory(),
  routes: [
    { path: '/', redirect: '/picks' },
    {
      path: '/brief',
      name: 'brief',
      component: () => import('../features/brief/index.ts').then((m) => m.BriefPage),
      meta: { title: 'Brief', isAboutMoney: true },
    },
    {
      path: '/picks',
      name: 'picks',
      component: () => import('../features/picks/index.ts').then((m) => m.PicksPage),
      meta: { title: 'Picks', isAboutMoney: true },
    },
    {
      path: '/stretch',
      name: 'stretch',
      component: () => import('../features/stretch/index.ts').then((m) => m.StretchPage),
      meta: { title: 'Stretch', isAboutMoney: true },
    },
    {
      path: '/line-up',
      name: 'line-up',
      component: () => import('../features/lineup/index.ts').then((m) => m.LineUpPage),
      meta: { title: 'Line-up', isAboutMoney: true },
    },
    {
      path: '/growth',
      name: 'growth',
      component: () => import('../features/growth/index.ts').then((m) => m.GrowthPage),
      meta: { title: 'Growth', isAboutMoney: true },
    },
    {
      path: '/ripeness',
      name: 'ripeness',
      component: () => import('../features/ripeness/index.ts').then((m) => m.RipenessPage),
      meta: { title: 'Ripeness', isAboutMoney: true },
    },
    {
      path: '/backtest',
      name: 'backtest',
      component: () => import('../features/backtest/index.ts').then((m) => m.BacktestPage),
      meta: { title: 'Looking back', isAboutMoney: true },
    },
    {
      path: '/second-hand',
      name: 'second-hand',
      component: () => import('../features/secondhand/index.ts').then((m) => m.SecondHandPage),
      meta: { title: 'Second-hand', isAboutMoney: true },
    },
    {
      path: '/slips',
      name: 'slips',
      component: () => import('../features/slips/index.ts').then((m) => m.SlipsPage),
      meta: { title: 'Slips', isAboutMoney: true, worksEmpty: true },
    },
    {
      path: '/shopping-day',
      name: 'shopping-day',
      component: () => import('../features/shopping/index.ts').then((m) => m.ShoppingPage),
      meta: { title: 'Shopping day', isAboutMoney: true },
    },
    {
      path: '/audit',
      name: 'audit',
      component: () => import('../features/audit/index.ts').then((m) => m.AuditPage),
      meta: { title: 'Audit a list', isAboutMoney: true, worksEmpty: true },
    },
    {
      path: '/bench',
      name: 'bench',
      component: () => import('../features/bench/index.ts').then((m) => m.BenchPage),
      meta: { title: 'Test bench', isBench: true },
    },
    {
      path: '/records',
      name: 'records',
      component: () => import('../features/records/index.ts').then((m) => m.RecordsPage),
      meta: { title: 'Records', isBench: true },
    },
    {
      path: '/model',
      name: 'model',
      component: () => import('../features/model/index.ts').then((m) => m.ModelPage),
      meta: { title: 'Model', isBench: true },
    },
    {
      path: '/prices-in',
      name: 'prices-in',
      component: () => import('../features/pricesin/index.ts').then((m) => m.PricesInPage),
      meta: { title: 'Prices in' },
    },
    {
      path: '/data',
      name: 'data',
      component: () => import('../features/data/index.ts').then((m) => m.DataPage),
      meta: { title: 'Data' },
    },
    { path: '/:rest(.*)*', redirect: '/picks' },
  ],
});

router.afterEach((to, from) => {
  document.title = typeof to.meta.title === 'string' ? `${to.meta.title} · Ripe Pick` : 'Ripe Pick';
  // Another screen: the next Tab goes into it, not through the rail and the ruler again.
  if (from.matched.length > 0 && to.path !== from.path)
    void nextTick(() => document.getElementById('main')?.focus({ preventScroll: true }));
});
