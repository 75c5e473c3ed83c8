import type { Habit } from '@ripe-pick/market/file';
import { table } from './tables.ts';

/*
 * Everything here is made up for the harbour town of Skerrow: makers, series, shops, games. A name that turns out to
 * be a real maker's, product's, shop's or game's is a mistake and is to be changed.
 */

export const BOARD_MAKERS = ['Bramfell', 'Oddeby', 'Kestrand', 'Wrenlow'] as const;
export const CARD_MAKERS = ['Bramfell', 'Kestrand', 'Gullmoor', 'Tolvane'] as const;
export const MEMORY_MAKERS = ['Pallowick', 'Fennimark', 'Wrenlow', 'Sandgrove Works'] as const;
export const DRIVE_MAKERS = ['Fennimark', 'Stonequay', 'Pallowick', 'Ambleford'] as const;
export const COOLER_MAKERS = ['Draughtley', 'Coldharbour & Sons', 'Windrow', 'Tolvane'] as const;
export const CASE_MAKERS = ['Boxwick', 'Hollandale Tin', 'Windrow', 'Gullmoor'] as const;
export const SUPPLY_MAKERS = ['Ohmsby', 'Wattlewood', 'Coldharbour & Sons', 'Voltmere'] as const;
export const NETWORK_MAKERS = ['Farcall', 'Ambleford', 'Oddeby'] as const;

/** Two makers of processors; series by number of cores. */
export const PROCESSOR_LINES = [
  {
    brand: 'Tarnholt',
    series: { 4: 'Plover', 6: 'Dunlin', 8: 'Curlew', 12: 'Whimbrel' },
    chipset: 'Reed',
    sockets: ['T4', 'T4', 'T5'],
  },
  {
    brand: 'Ysmere',
    series: { 4: 'Sedge', 6: 'Rowan', 8: 'Hornbeam', 12: 'Medlar' },
    chipset: 'Moss',
    sockets: ['Y12', 'Y12', 'Y15'],
  },
] as const;

/** Two makers of graphics chips. */
export const CHIP_LINES = [
  { brand: 'Halvik', series: 'Ember' },
  { brand: 'Corrow', series: 'Tideline' },
] as const;

interface ShopRow {
  readonly id: string;
  readonly name: string;
  readonly kind: 'shop' | 'used-market';
  readonly currency: 'EUR' | 'SEK';
  readonly feeMinor: number;
  readonly freeFromMinor: number | null;
  /** Prices against what a part is worth. */
  readonly level: number;
  readonly sendsInDays: number;
  readonly returnDays: number;
  /** How the simulated market moves its prices; null for the board. */
  readonly habit: Habit | null;
}
export const SHOPS = table<ShopRow>('shops');

/** Kronor to the euro on the demo's day; invented, of the usual size. */
export const SEK_IN_EUR = 0.0877;
/** The day on which the demo's prices were seen. */
export const DEMO_DAY = '2026-11-20';
