import type { Brief } from '@ripe-pick/core/parts';

/** Where a new brief starts: common choices, every one to be changed. */
export function blankBrief(): Brief {
  return {
    name: 'My build',
    money: {
      currency: 'EUR',
      budgetMinor: 70000,
      slackMinor: 0,
      looksOutside: false,
      running: { hoursPerWeek: 12, tariffMinorPerKwh: 30, mains: 230 },
    },
    play: {
      games: [],
      widthPx: 1920,
      heightPx: 1080,
      refreshHz: 144,
      objective: {
        goal: 'frames',
        figure: 'average',
        mean: 'geometric',
        capAtRefresh: true,
        balanceLimit: null,
      },
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
      supplyQuality: null,
      capacityFloors: false,
      boxedCooler: true,
      maxNoiseDb: null,
      raiseClocks: false,
      borrowProcessor: false,
      screens: 1,
    },
    market: {
      conditions: ['new', 'refurbished', 'used'],
      conditionsBySlot: {},
      shopsOut: [],
      allowUnknown: false,
    },
    owned: [],
    locks: [],
    planned: { card: null, memory: null },
    excluded: [],
  };
}
