/** What of a pack may stay when it is taken out. */
export const PACK_STAYS = ['part', 'shop', 'price', 'deal', 'game', 'figure', 'rate of exchange'] as const;

/** Why something of a pack stays when it is taken out. */
export const WHY_PACK_STAYS = ['in use', 'changed since', 'named by others'] as const;
