import { CASE_MAKERS, COOLER_MAKERS, DRIVE_MAKERS, NETWORK_MAKERS, SUPPLY_MAKERS } from './names.ts';
import type { Valued } from './platform.ts';
import type { Draws } from './random.ts';

type Outline = 'mini-ITX' | 'micro-ATX' | 'ATX' | 'E-ATX';

const idOf = (brand: string, name: string) => `${brand}-${name}`.toLowerCase().replace(/[^a-z0-9]+/g, '-');

export function makeStorage(d: Draws, copy: string): Valued[] {
  const out: Valued[] = [];
  const add = (
    via: 'M.2 NVMe' | 'M.2 SATA' | '2.5-inch SATA' | '3.5-inch SATA',
    gb: number,
    worth: number,
    m2LengthMm: number | null,
    line: string,
  ) => {
    const brand = DRIVE_MAKERS[out.length % DRIVE_MAKERS.length];
    const name = `${line} ${gb >= 1000 ? `${gb / 1000} TB` : `${gb} GB`}${m2LengthMm && m2LengthMm !== 80 ? ` ${m2LengthMm === 110 ? '22110' : '22' + m2LengthMm}` : ''}${copy}`;
    out.push({
      part: {
        id: idOf(brand, name),
        kind: 'storage',
        brand,
        name,
        interface: via,
        gb,
        solidState: via !== '3.5-inch SATA',
        m2LengthMm,
        watts: via === '3.5-inch SATA' ? 7 : via === 'M.2 NVMe' ? 5 : 3,
        pcieGeneration: via === 'M.2 NVMe' ? (line === 'Bore' ? 4 : 3) : null,
        heatSpreader: via === 'M.2 NVMe' ? line === 'Bore' && gb >= 2000 : false,
      },
      worth: worth + d.real(-1.5, 1.5),
      age: d.chance(0.3) ? 1 : 0,
    });
  };
  for (const [gb, price] of [
    [240, 21],
    [250, 23],
    [480, 30],
    [500, 33],
    [960, 54],
    [1000, 58],
    [2000, 108],
    [4000, 205],
  ] as const) {
    add('2.5-inch SATA', gb, price, null, 'Cove');
    add('M.2 NVMe', gb, price * 1.1, 80, 'Race');
    if (gb <= 1000 && gb % 10 === 0 && gb !== 240) add('M.2 SATA', gb, price * 1.03, 80, 'Cove M');
  }
  for (const [gb, price] of [
    [500, 46],
    [1000, 74],
    [2000, 139],
  ] as const)
    add('M.2 NVMe', gb, price, 80, 'Bore');
  add('M.2 NVMe', 512, 31, 42, 'Race');
  add('M.2 NVMe', 1000, 51, 110, 'Race');
  for (const [gb, price] of [
    [500, 24],
    [1000, 36],
    [2000, 52],
    [4000, 82],
  ] as const)
    add('3.5-inch SATA', gb, price, null, 'Barge');
  return out;
}

export function makeCoolers(d: Draws, copy: string): Valued[] {
  const sets = {
    old: ['T4', 'Y12'],
    all: ['T4', 'T5', 'Y12', 'Y15'],
    tarn: ['T4', 'T5'],
    ys: ['Y12', 'Y15'],
  };
  const rows = [
    ['Puff 92', 'old', 95, 128, 999, 31, 17],
    ['Puff 92 S', 'all', 100, 125, 999, 30, 20],
    ['Breeze 120', 'all', 150, 155, 999, 27, 26],
    ['Breeze 120 B', 'old', 145, 154, 999, 28, 22],
    ['Gale 120', 'all', 180, 158, 38, 25, 36],
    ['Gale 120 Twin', 'all', 205, 160, 34, 26, 45],
    ['Flat 45', 'all', 85, 45, 999, 36, 24],
    ['Flat 60', 'all', 105, 60, 999, 33, 31],
    ['Flat 70', 'tarn', 125, 70, 32, 32, 37],
    ['Fan 80', 'ys', 80, 76, 999, 37, 11],
    ['Fan 80 T', 'tarn', 80, 74, 999, 37, 11],
    ['Hush 120', 'all', 165, 157, 42, 20, 49],
    ['Hush 140', 'all', 230, 168, 32, 19, 72],
    ['Gale 140', 'all', 240, 165, 35, 24, 61],
    ['Squall 240', 'all', 260, 52, 999, 29, 78],
    ['Squall 360', 'all', 320, 52, 999, 31, 104],
    ['Breeze 100', 'all', 120, 138, 999, 29, 21],
    ['Breeze 100 B', 'old', 118, 136, 999, 30, 18],
    ['Calm 120', 'tarn', 155, 152, 44, 22, 38],
    ['Calm 120 Y', 'ys', 155, 152, 44, 22, 38],
    ['Pocket 65', 'old', 70, 58, 999, 38, 9],
    ['Breeze 130', 'all', 170, 162, 40, 26, 31],
    ['Gust 120', 'all', 190, 159, 36, 27, 33],
    ['Gust 92', 'all', 130, 124, 40, 28, 28],
  ] as const;
  return rows.map(([line, sockets, heatWatts, heightMm, memoryClearanceMm, noiseDb, worth], index) => {
    const brand = COOLER_MAKERS[index % COOLER_MAKERS.length];
    const name = `${line}${copy}`;
    return {
      part: {
        id: idOf(brand, name),
        kind: 'cooler',
        brand,
        name,
        sockets: [...sets[sockets]],
        heatWatts,
        heightMm,
        memoryClearanceMm,
        noiseDb,
        watts: line.startsWith('Squall') ? 9 : 3,
        bracketExtra: line === 'Hush 120' || line === 'Breeze 130' ? ['T5', 'Y15'] : [],
        radiatorMm: line === 'Squall 240' ? 240 : line === 'Squall 360' ? 360 : 0,
        fans: line.startsWith('Squall') ? Number(line.slice(7)) / 120 : line.includes('Twin') ? 2 : 1,
      },
      worth: worth + d.real(-1, 1),
      age: sockets === 'old' ? 1 : 0,
    };
  });
}

export function makeCases(d: Draws, copy: string): Valued[] {
  const small: Outline[] = ['mini-ITX'];
  const middle: Outline[] = ['mini-ITX', 'micro-ATX'];
  const large: Outline[] = ['mini-ITX', 'micro-ATX', 'ATX'];
  const huge: Outline[] = ['mini-ITX', 'micro-ATX', 'ATX', 'E-ATX'];
  const rows = [
    ['Crate M1', middle, 300, 4, 155, 'ATX', 160, 2, 2, 32, 1, 34],
    ['Crate M2', middle, 330, 4, 160, 'ATX', 165, 2, 1, 34, 2, 43],
    ['Crate M3', middle, 345, 4, 165, 'ATX', 180, 3, 2, 36, 3, 55],
    ['Chest A1', large, 330, 7, 160, 'ATX', 170, 2, 2, 41, 1, 39],
    ['Chest A2', large, 350, 7, 165, 'ATX', 180, 2, 2, 43, 2, 49],
    ['Chest A3', large, 370, 7, 170, 'ATX', 200, 4, 2, 46, 3, 63],
    ['Chest A4', large, 400, 7, 175, 'ATX', 220, 4, 3, 50, 3, 82],
    ['Trunk E1', huge, 420, 8, 180, 'ATX', 230, 4, 4, 58, 3, 112],
    ['Trunk E2', huge, 440, 8, 185, 'ATX', 250, 6, 4, 64, 4, 149],
    ['Tin S1', small, 305, 3, 62, 'SFX', 130, 2, 0, 9.5, 0, 88],
    ['Tin S2', small, 322, 3, 70, 'SFX', 130, 2, 0, 11, 1, 109],
    ['Tin S3', small, 330, 3, 135, 'SFX', 140, 3, 0, 14.5, 2, 96],
    ['Parcel M1', middle, 250, 4, 120, 'ATX', 150, 2, 1, 18, 1, 41],
    ['Parcel M2', middle, 320, 4, 140, 'ATX', 150, 2, 1, 20.5, 2, 66],
    ['Parcel S', middle, 310, 4, 130, 'SFX', 140, 3, 0, 17.5, 2, 79],
    ['Locker A1', large, 360, 7, 168, 'ATX', 180, 3, 2, 45, 4, 69],
    ['Locker A2', large, 380, 7, 170, 'ATX', 200, 3, 2, 47, 4, 79],
    ['Locker M', middle, 350, 5, 165, 'ATX', 180, 2, 2, 37, 3, 59],
    ['Glass Crate', middle, 335, 5, 160, 'ATX', 170, 2, 1, 36, 3, 62],
    ['Glass Chest', large, 365, 7, 165, 'ATX', 190, 2, 2, 46, 4, 76],
    ['Quiet Chest', large, 340, 7, 165, 'ATX', 180, 2, 3, 45, 2, 89],
    ['Bargain Box', large, 290, 7, 145, 'ATX', 150, 1, 2, 38, 0, 26],
    ['Bargain Cube', middle, 265, 4, 140, 'ATX', 145, 1, 1, 28, 0, 24],
    ['Desk Slim', middle, 225, 4, 100, 'TFX', 180, 1, 1, 12, 1, 44],
  ] as const;
  return rows.map(
    (
      [
        line,
        forms,
        maxGpuLengthMm,
        expansionSlots,
        maxCoolerHeightMm,
        psuFormFactor,
        maxPsuLengthMm,
        bays25,
        bays35,
        litres,
        fans,
        worth,
      ],
      index,
    ) => {
      const brand = CASE_MAKERS[index % CASE_MAKERS.length];
      const name = `${line}${copy}`;
      return {
        part: {
          id: idOf(brand, name),
          kind: 'case',
          brand,
          name,
          motherboardFormFactors: [...forms],
          maxGpuLengthMm,
          expansionSlots,
          maxCoolerHeightMm,
          psuFormFactors: psuFormFactor === 'ATX' ? ['ATX', 'SFX'] : [psuFormFactor],
          maxPsuLengthMm,
          bays25,
          bays35,
          litres,
          fans,
          radiatorsMm:
            litres >= 45 ? [120, 240, 280, 360] : litres >= 30 ? [120, 240] : litres >= 14 ? [120] : [],
          frontConnectors: worth >= 60 ? ['USB 2', 'USB 3', 'USB-C'] : ['USB 2', 'USB 3'],
        },
        worth: worth + d.real(-1.5, 1.5),
        age: 0,
      };
    },
  );
}

export function makePsus(d: Draws, copy: string): Valued[] {
  const out: Valued[] = [];
  const rows = [
    [350, 'none', 23],
    [400, 'White', 31],
    [450, 'White', 35],
    [450, 'Bronze', 42],
    [500, 'none', 29],
    [500, 'White', 39],
    [500, 'Bronze', 46],
    [550, 'Bronze', 51],
    [550, 'Gold', 68],
    [600, 'White', 47],
    [600, 'Bronze', 56],
    [650, 'Bronze', 61],
    [650, 'Gold', 78],
    [700, 'White', 58],
    [700, 'Bronze', 69],
    [750, 'Bronze', 73],
    [750, 'Gold', 92],
    [850, 'Gold', 109],
    [850, 'Platinum', 139],
    [1000, 'Gold', 148],
    [650, 'Platinum', 104],
    [550, 'Platinum', 92],
    [750, 'Titanium', 168],
  ] as const;
  const push = (
    ratedWatts: number,
    efficiency: (typeof rows)[number][1],
    worth: number,
    form: 'ATX' | 'SFX' | 'TFX',
    line: string,
  ) => {
    const brand = SUPPLY_MAKERS[out.length % SUPPLY_MAKERS.length];
    const name = `${line} ${ratedWatts} ${efficiency === 'none' ? 'Plain' : efficiency}${copy}`;
    out.push({
      part: {
        id: idOf(brand, name),
        kind: 'psu',
        brand,
        name,
        form,
        lengthMm: form === 'ATX' ? (ratedWatts >= 750 ? 165 : 140) : form === 'SFX' ? 100 : 175,
        ratedWatts,
        efficiency,
        eightPinConnectors: ratedWatts < 400 ? 0 : ratedWatts < 500 ? 1 : ratedWatts < 750 ? 2 : 4,
        sixteenPinConnectors:
          (efficiency === 'Gold' || efficiency === 'Platinum' || efficiency === 'Titanium') &&
          ratedWatts >= 650
            ? 1
            : 0,
        cpuConnectors: ratedWatts >= 650 ? 2 : 1,
        quality:
          efficiency === 'none' && form === 'ATX'
            ? null
            : {
                mark:
                  efficiency === 'White'
                    ? 2
                    : efficiency === 'Bronze'
                      ? brand === 'Wattlewood'
                        ? 2
                        : 3
                      : efficiency === 'Gold'
                        ? 4
                        : 5,
                source: 'Skerrow bench club',
                on: '2026-03-14',
              },
        warrantyMonths:
          efficiency === 'none' ? 24 : efficiency === 'White' || efficiency === 'Bronze' ? 36 : 84,
      },
      worth: worth + d.real(-2, 2),
      age: d.chance(0.2) ? 1 : 0,
    });
  };
  for (const [watts, efficiency, worth] of rows) push(watts, efficiency, worth, 'ATX', 'Mast');
  for (const [watts, efficiency, worth] of [
    [450, 'Bronze', 74],
    [550, 'Gold', 96],
    [650, 'Gold', 112],
    [750, 'Platinum', 149],
  ] as const)
    push(watts, efficiency, worth, 'SFX', 'Jib');
  push(300, 'Bronze', 45, 'TFX', 'Oar');
  return out;
}

export function makeSmall(d: Draws, copy: string): Valued[] {
  const out: Valued[] = [];
  const network = [
    ['Call U150', 'USB', true, 150, 8],
    ['Call U300', 'USB', true, 300, 11],
    ['Call U650', 'USB', true, 650, 17],
    ['Call P450', 'PCIe', true, 450, 15],
    ['Call P870', 'PCIe', true, 870, 22],
    ['Call P1800', 'PCIe', true, 1800, 29],
    ['Call P2400', 'PCIe', true, 2400, 36],
    ['Call U1300', 'USB', true, 1300, 27],
    ['Line P1000', 'PCIe', false, 1000, 12],
    ['Line P2500', 'PCIe', false, 2500, 24],
  ] as const;
  network.forEach(([line, via, wireless, mbps, worth], index) => {
    const brand = NETWORK_MAKERS[index % NETWORK_MAKERS.length];
    const name = `${line}${copy}`;
    out.push({
      part: { id: idOf(brand, name), kind: 'network', brand, name, interface: via, wireless, mbps },
      worth: worth + d.real(-0.5, 0.5),
      age: 0,
    });
  });
  (
    [
      ['Home licence', 'home', 89],
      ['Home licence, with support', 'home', 109],
      ['Work licence', 'work', 139],
      ['Home licence, second hand', 'home', 36],
    ] as const
  ).forEach(([line, licence, worth]) => {
    const name = `${line}${copy}`;
    out.push({
      part: { id: idOf('Windmill Systems', name), kind: 'os', brand: 'Windmill Systems', name, licence },
      worth,
      age: 0,
    });
  });
  const extras = [
    ['Fan 120', 'fan', 2, 7],
    ['Fan 120 quiet', 'fan', 2, 12],
    ['Fan 140', 'fan', 2, 10],
    ['Light strip', 'light', 4, 14],
    ['Light controller', 'light', 3, 19],
    ['Drive bracket', 'bracket', 0, 5],
    ['Dust filter', 'filter', 0, 6],
    ['Card support', 'support', 0, 9],
  ] as const;
  extras.forEach(([line, purpose, watts, worth], index) => {
    const brand = COOLER_MAKERS[index % COOLER_MAKERS.length];
    const name = `${line}${copy}`;
    out.push({
      part: {
        id: idOf(brand, name),
        kind: 'extras',
        brand,
        name,
        purpose,
        watts,
        ...(purpose === 'light' ? { looksOnly: true } : {}),
      },
      worth,
      age: 0,
    });
  });
  return out;
}
