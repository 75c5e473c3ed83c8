import { briefSchema } from '@ripe-pick/contract';
import type { Brief } from '@ripe-pick/core/parts';

/** Where a new brief starts: common choices, every one to be changed. What is not named here is the contract's default. */
export const blankBrief = (): Brief =>
  briefSchema.parse({
    name: 'My build',
    money: { currency: 'EUR', budgetMinor: 70000 },
    play: { games: [], widthPx: 1920, heightPx: 1080, refreshHz: 144 },
    needs: { memoryGb: 16, fastStorageGb: 480, totalStorageGb: 480 },
    whereToBuy: {
      conditions: ['new', 'refurbished', 'used'],
      maxAgeDays: 30,
      usedRisk: true,
      assume: 'usual',
    },
  }) as Brief; // absent optional fields are undefined, and the core's types allow that
