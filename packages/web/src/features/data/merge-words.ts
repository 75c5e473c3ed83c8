import type { Merge } from '@ripe-pick/contract';

const counted = (count: number, one: string) =>
  count === 0 ? [] : [`${count} ${one}${count === 1 ? '' : 's'}`];

/** What a merge adds, in words; empty where it adds nothing. */
export const mergeWords = ({ counts }: Pick<Merge, 'counts'>): string =>
  [
    ...counted(counts.parts, 'part'),
    ...counted(counts.offers, 'offer'),
    ...counted(counts.shops, 'shop'),
    ...counted(counts.deals, 'deal'),
    ...counted(counts.games, 'game'),
    ...counted(counts.filled, 'missing spec'),
    ...counted(counts.newer, 'later price'),
  ].join(', ');
