import { CASE_MAKERS } from '../names.ts';
import type { DemoDraws } from '../random.ts';
import { table } from '../tables.ts';
import { called, inTurn, type Valued } from './valued.ts';

/** Outlines from the smallest; a case takes all up to its own. */
const OUTLINES = ['mini-ITX', 'micro-ATX', 'ATX', 'E-ATX'] as const;
const LARGEST = { small: 1, middle: 2, large: 3, huge: 4 } as const;

type CaseFigure =
  | 'maxGpuLengthMm'
  | 'expansionSlots'
  | 'maxCoolerHeightMm'
  | 'maxPsuLengthMm'
  | 'bays25'
  | 'bays35'
  | 'litres'
  | 'fans';
type CaseRow = Record<CaseFigure | 'worth', number> & {
  readonly line: string;
  readonly outlines: keyof typeof LARGEST;
  readonly supplyForm: 'ATX' | 'SFX' | 'TFX';
};

const radiatorsIn = (litres: number) =>
  litres >= 45 ? [120, 240, 280, 360] : litres >= 30 ? [120, 240] : litres >= 14 ? [120] : [];

export function makeCases(d: DemoDraws, copy: string): Valued[] {
  return table<CaseRow>('cases').map(({ line, outlines, supplyForm, worth, ...figures }, n) => ({
    part: {
      ...called('case', inTurn(CASE_MAKERS, n), `${line}${copy}`),
      motherboardFormFactors: OUTLINES.slice(0, LARGEST[outlines]),
      psuFormFactors: supplyForm === 'ATX' ? ['ATX', 'SFX'] : [supplyForm],
      ...figures,
      radiatorsMm: radiatorsIn(figures.litres),
      colour: inTurn(['black', 'white', 'black', 'grey'], n),
      bays525: inTurn([0, 0, 1], n),
      meshFront: inTurn([true, false], n),
      noiseDb: 18 + 2 * figures.fans,
      frontConnectors: worth >= 60 ? ['USB 2', 'USB 3', 'USB-C'] : ['USB 2', 'USB 3'],
    },
    worth: worth + d.real(-1.5, 1.5),
    age: 0,
  }));
}
