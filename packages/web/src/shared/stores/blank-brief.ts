import type { Brief } from '@ripe-pick/core/parts';

/** Where a new brief starts: common choices, every one to be changed. */
export function blankBrief(): Brief {
  return {
    name: 'My build',
    money: { currency: 'EUR', budgetMinor: 70000, slackMinor: 0 },
    play: {
      games: [],
      widthPx: 1920,
      heightPx: 1080,
      refreshHz: 144,
      objective: { goal: 'frames', figure: 'average', mean: 'geometric', capAtRefresh: true },
      background: 'none',
      renderScale: 1,
      memoryProfile: true,
    },
    needs: {
      memoryGb: 16,
      fastStorageGb: 480,
      totalStorageGb: 480,
      wireless: false,
      systemLicence: false,
      maxLitres: null,
      cardRequired: false,
      supplyRule: { kind: 'larger', factor: 1.3 },
    },
    market: { conditions: ['new', 'refurbished', 'used'], shopsOut: [], allowUnknown: false },
    owned: [],
    locks: [],
    excluded: [],
  };
}
