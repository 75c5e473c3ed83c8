import {
  Bell,
  ChartSpline,
  Cherry,
  ClipboardList,
  Columns3,
  Cpu,
  Database,
  Gauge,
  Handshake,
  Inbox,
  ListChecks,
  Scale,
  ShoppingBasket,
  Sigma,
  SlidersHorizontal,
  Split,
  Sprout,
  TableProperties,
  Ticket,
  Wrench,
} from '@lucide/vue';

/** The screens in the order of the work. */
export const SCREEN_GROUPS = [
  {
    name: 'Plan',
    screens: [
      { to: '/brief', name: 'Brief', icon: ClipboardList },
      { to: '/picks', name: 'Picks', icon: Columns3 },
      { to: '/stretch', name: 'Stretch', icon: ChartSpline },
      { to: '/forks', name: 'Forks', icon: Split },
      { to: '/line-up', name: 'Compare', icon: Scale },
      { to: '/growth', name: 'Upgrades', icon: Sprout },
    ],
  },
  {
    name: 'Market',
    screens: [
      { to: '/ripeness', name: 'Ripeness', icon: Cherry },
      { to: '/alerts', name: 'Alerts', icon: Bell },
      { to: '/second-hand', name: 'Used', icon: Handshake },
      { to: '/slips', name: 'Rebates', icon: Ticket },
      { to: '/shopping-day', name: 'Shopping day', icon: ShoppingBasket },
      { to: '/audit', name: 'Check a list', icon: ListChecks },
    ],
  },
  {
    name: 'Bench',
    screens: [
      { to: '/build-day', name: 'Build day', icon: Wrench },
      { to: '/tuning', name: 'Tuning', icon: SlidersHorizontal },
      { to: '/bench', name: 'Test bench', icon: Gauge },
      { to: '/records', name: 'Benchmarks', icon: TableProperties },
      { to: '/model', name: 'Model', icon: Sigma },
    ],
  },
  {
    name: 'Shelf',
    screens: [
      { to: '/parts', name: 'Parts', icon: Cpu },
      { to: '/prices-in', name: 'Prices', icon: Inbox },
      { to: '/data', name: 'Files and backup', icon: Database },
    ],
  },
] as const;

type RailScreen = (typeof SCREEN_GROUPS)[number]['screens'][number];

/** What people open on a phone: the plan, and what is asked at a shop or at a meet-up. */
const ON_THE_BAR: readonly string[] = ['/brief', '/picks', '/ripeness', '/second-hand'];
export const BAR_SCREENS: readonly RailScreen[] = SCREEN_GROUPS.flatMap(
  ({ screens }): readonly RailScreen[] => screens.filter(({ to }) => ON_THE_BAR.includes(to)),
);
