import { drawsOf } from '@ripe-pick/demo/random';
import type { OutlookOptions } from '@ripe-pick/core/growth';
import type { Catalogue } from '@ripe-pick/core/parts';
import { tinyCase, type TinyCase } from '../search/tiny.ts';

/** Two tiny markets in one, so that there is something to grow into; shops, games and the brief are the first one's. */
function merged(seed: number): TinyCase {
  const { catalogue, brief } = tinyCase(seed);
  const other = tinyCase(seed + 50_000).catalogue;
  const named = (id: string) => `more-${id}`;
  const rates = (list: Catalogue['frameModel']['gpus']) =>
    list.map((rate) => ({ ...rate, part: named(rate.part), rateLn: rate.rateLn + 0.3 }));
  const { frameModel } = catalogue;
  const shops = new Set(catalogue.shops.map((shop) => shop.id));
  return {
    brief,
    catalogue: {
      ...catalogue,
      deals: [],
      parts: [...catalogue.parts, ...other.parts.map((part) => ({ ...part, id: named(part.id) }))],
      offers: [
        ...catalogue.offers,
        ...other.offers.flatMap((offer) =>
          shops.has(offer.shop) ? [{ ...offer, id: named(offer.id), part: named(offer.part) }] : [],
        ),
      ],
      frameModel: {
        ...frameModel,
        cpus: [...frameModel.cpus, ...rates(other.frameModel.cpus)],
        gpus: [...frameModel.gpus, ...rates(other.frameModel.gpus)],
        integrated: [...frameModel.integrated, ...rates(other.frameModel.integrated)],
      },
    },
  };
}

/**
 * A tiny market with years to come: one or two later sums, sometimes a larger screen, another drive, a game taken up
 * later, parts that stay, a start with less. The sum of today is drawn so that some builds are in reach and others not.
 */
export function tinyGrowth(seed: number): OutlookOptions {
  const { catalogue, brief } = merged(seed);
  const d = drawsOf(seed * 6151 + 3);
  const dates = ['2027-02-20', '2027-05-20', '2027-09-20', '2028-01-20'];
  const first = d.int(0, 1);
  const sums = [{ id: 'a', on: dates[first], amountMinor: d.int(6000, 30000), note: '' }];
  if (d.chance(0.7))
    sums.push({ id: 'b', on: dates[first + d.int(1, 2)], amountMinor: d.int(6000, 30000), note: '' });
  const at = d.pick(sums).on;
  const wishes: OutlookOptions['brief']['growth']['wishes'] = d.chance(0.3)
    ? [
        {
          kind: 'screen',
          id: 's',
          on: at,
          note: '',
          widthPx: 2560,
          heightPx: 1440,
          refreshHz: 144,
          costMinor: d.int(0, 3000),
        },
      ]
    : d.chance(0.2)
      ? [{ kind: 'drive', id: 'd', on: at, note: '', gb: 240, solidState: d.chance(0.5) }]
      : d.chance(0.2)
        ? [
            {
              kind: 'game',
              id: 'g',
              on: '2027-04-01',
              note: '',
              game: 'game-1',
              preset: 'ultra',
              weight: 2,
              timesAsHeavy: 1.3,
            },
          ]
        : [];
  return {
    catalogue,
    brief: {
      ...brief,
      money: { ...brief.money, budgetMinor: d.pick([60000, 80000, 110000]) },
      locks: [],
      excluded: [],
      // Needs are mild here: most of these markets have builds, and what later steps run into are the rules about fit.
      needs: {
        ...brief.needs,
        memoryGb: d.pick([4, 8]),
        fastStorageGb: 240,
        totalStorageGb: 0,
        wireless: false,
        osLicence: false,
        maxLitres: null,
        gpuRequired: d.chance(0.7),
        psuRule: { kind: d.pick(['load', 'larger']), factor: d.pick([1, 1.3]) },
        psuQuality: null,
        brands: {},
        colour: null,
        modular: false,
        capacityFloors: false,
        stockCooler: true,
        maxNoiseDb: null,
        overclock: false,
        screens: 1,
      },
      play: { ...brief.play, objective: { ...brief.play.objective, balanceLimit: null } },
      whereToBuy: {
        ...brief.whereToBuy,
        conditions: ['new', 'refurbished', 'used'],
        conditionsBySlot: {},
        allowUnknown: d.chance(0.5),
        usedRisk: false,
      },
      planned: { gpu: null, memory: null, cpu: null, isFirm: false },
      growth: {
        ...brief.growth,
        horizonMonths: d.pick([14, 20, 30]),
        sums,
        wishes,
        monthlyMinor: d.chance(0.2) ? d.int(200, 900) : 0,
        discountYearly: d.pick([0, 0.1, 0.3]),
        heavierYearly: d.pick([0, 0.08, 0.25]),
        falls: d.chance(0.3) ? { gpu: d.pick([-0.1, 0, 0.4]) } : {},
        resale: {
          feeShare: d.pick([0, 0.1]),
          condition: 'B',
          pays: d.chance(0.8),
          kept: d.chance(0.2) ? ['gpu'] : [],
        },
        start: { withoutGpu: true, withLessMemory: d.chance(0.5), playableFps: d.pick([1, 20]) },
      },
    },
    events: d.chance(0.2)
      ? [
          {
            id: 'e',
            kind: 'launch',
            name: 'next graphics cards',
            from: '2027-03-01',
            to: '2027-03-01',
            touches: ['gpu'],
            factor: 1,
          },
        ]
      : [],
  };
}
