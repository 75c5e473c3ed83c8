import { COOLER_MAKERS } from '../names.ts';
import type { DemoDraws } from '../random.ts';
import { table } from '../tables.ts';
import { called, inTurn, type Valued } from './valued.ts';

const SOCKETS = {
  old: ['T4', 'Y12'],
  all: ['T4', 'T5', 'Y12', 'Y15'],
  tarn: ['T4', 'T5'],
  ys: ['Y12', 'Y15'],
};

type CoolerRow = Record<'heatWatts' | 'heightMm' | 'memoryClearanceMm' | 'noiseDb' | 'worth', number> & {
  readonly line: string;
  readonly sockets: keyof typeof SOCKETS;
};

export function makeCoolers(d: DemoDraws, copy: string): Valued[] {
  return table<CoolerRow>('coolers').map(({ line, sockets, worth, ...figures }, n) => {
    const radiatorMm = line.startsWith('Squall') ? Number(line.slice('Squall '.length)) : 0;
    return {
      part: {
        ...called('cooler', inTurn(COOLER_MAKERS, n), `${line}${copy}`),
        sockets: [...SOCKETS[sockets]],
        ...figures,
        watts: radiatorMm > 0 ? 9 : 3,
        colour: inTurn(['black', 'black', 'white'], n),
        bracketExtra: line === 'Hush 120' || line === 'Breeze 130' ? ['T5', 'Y15'] : [],
        radiatorMm,
        fans: radiatorMm > 0 ? radiatorMm / 120 : line.includes('Twin') ? 2 : 1,
      },
      worth: worth + d.real(-1, 1),
      age: sockets === 'old' ? 1 : 0,
    };
  });
}
