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
      meta: { title: 'Brief' },
    },
    {
      path: '/picks',
      name: 'picks',
      component: () => import('../features/picks/index.ts').then((m) => m.PicksPage),
      meta: { title: 'Picks' },
    },
    {
      path: '/stretch',
      name: 'stretch',
      component: () => import('../features/stretch/index.ts').then((m) => m.StretchPage),
      meta: { title: 'Stretch' },
    },
    {
      path: '/line-up',
      name: 'line-up',
      component: () => import('../features/lineup/index.ts').then((m) => m.LineUpPage),
      meta: { title: 'Line-up' },
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

router.afterEach((to) => {
  document.title = typeof to.meta.title === 'string' ? `${to.meta.title} · Ripe Pick` : 'Ripe Pick';
});
