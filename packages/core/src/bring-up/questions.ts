import type { StartCauseCode } from './cause-codes.ts';
import type { Machine } from './causes.ts';

/*
 * What can be seen at a machine that does not start, and how likely each is under each cause: likelihoods as data, with a row for
 * the causes that are not named. Chosen; common practice, no source.
 */

/** How likely each answer is, in their order; need not add up to one. */
type Likelihoods = readonly number[];

export interface StartQuestion {
  readonly code: string;
  readonly text: string;
  readonly answers: readonly string[];
  /** Why it tells anything. */
  readonly reason: string;
  readonly asks: (machine: Machine) => boolean;
  /** For causes without a row of their own. */
  readonly usual: Likelihoods;
  readonly rows: Partial<Readonly<Record<StartCauseCode, Likelihoods>>>;
}

const always = () => true;
const NOTHING: Likelihoods = [94, 3, 1, 2];
const JERK: Likelihoods = [8, 66, 20, 6];
const LOOPS: Likelihoods = [2, 12, 66, 20];
const RUNS: Likelihoods = [1, 2, 7, 90];

export const QUESTIONS: readonly StartQuestion[] = [
  {
    code: 'fans',
    text: 'Press the button. What do the fans do?',
    answers: ['nothing', 'a jerk, then still', 'run and stop, over and over', 'run and keep running'],
    reason: 'It parts power from everything behind it.',
    asks: always,
    usual: RUNS,
    rows: {
      learning: [1, 1, 35, 63],
      'no-power': NOTHING,
      'front-lead': NOTHING,
      'board-power': [86, 10, 2, 2],
      'cpu-power': [4, 18, 14, 64],
      short: JERK,
      'memory-seat': [1, 3, 28, 68],
      firmware: [1, 3, 24, 72],
      'cooler-fan': [1, 6, 60, 33],
      'dead-psu': [72, 22, 3, 3],
      'dead-board': [48, 14, 12, 26],
      'dead-memory': LOOPS.map((each, n) => (each + [1, 3, 30, 66][n]) / 2),
      'dead-cpu': [6, 14, 20, 60],
      other: [25, 25, 25, 25],
    },
  },
  {
    code: 'standby',
    text: 'Mains on, machine off: is a small light on the motherboard on?',
    answers: ['yes', 'no', 'it has none'],
    reason: 'Standby power comes through the 24-pin plug before any button is pressed.',
    asks: always,
    usual: [84, 4, 12],
    rows: {
      'no-power': [2, 86, 12],
      'board-power': [24, 64, 12],
      'dead-psu': [22, 66, 12],
      'dead-board': [46, 42, 12],
      short: [64, 24, 12],
      other: [45, 43, 12],
    },
  },
  {
    code: 'picture',
    text: 'What does the screen show?',
    answers: ['nothing at all', 'a message that there is no drive or system', 'the BIOS or a picture'],
    reason: 'A picture clears processor, memory and graphics card.',
    asks: always,
    usual: [95, 2, 3],
    rows: {
      learning: [62, 8, 30],
      drive: [4, 82, 14],
      'cooler-fan': [40, 12, 48],
      'card-power': [72, 4, 24],
      other: [50, 20, 30],
    },
  },
  {
    code: 'trouble-light',
    text: 'Which of the motherboard’s trouble lights stays on (or what do its beeps say)?',
    answers: ['memory', 'processor', 'graphics card or picture', 'drive', 'none, or it has none'],
    reason: 'Most motherboards say how far they came.',
    asks: always,
    usual: [4, 4, 4, 3, 85],
    rows: {
      learning: [52, 4, 3, 3, 38],
      'memory-seat': [70, 6, 3, 1, 20],
      'dead-memory': [70, 5, 3, 1, 21],
      firmware: [8, 66, 3, 1, 22],
      'cpu-power': [4, 60, 2, 1, 33],
      'dead-cpu': [5, 66, 3, 1, 25],
      'wrong-output': [2, 2, 18, 4, 74],
      screen: [2, 2, 8, 5, 83],
      'card-seat': [3, 3, 64, 2, 28],
      'card-power': [3, 3, 64, 2, 28],
      'dead-gpu': [3, 3, 66, 2, 26],
      drive: [2, 2, 2, 64, 30],
      'dead-board': [16, 20, 8, 4, 52],
      short: [8, 14, 4, 2, 72],
      other: [20, 20, 20, 20, 20],
    },
  },
  {
    code: 'pins',
    text: 'Touch the two pins of the power button on the motherboard with a screwdriver. What happens?',
    answers: ['it starts', 'nothing'],
    reason: 'It leaves the button and its lead out.',
    asks: always,
    usual: [90, 10],
    rows: {
      'front-lead': [92, 8],
      'no-power': [2, 98],
      'board-power': [8, 92],
      'dead-psu': [8, 92],
      'dead-board': [28, 72],
      short: [30, 70],
      other: [50, 50],
    },
  },
  {
    code: 'output',
    text: 'Where is the screen plugged in?',
    answers: ['at the graphics card', 'at the motherboard'],
    reason: 'With a graphics card in, the motherboard’s outputs are mostly dead.',
    asks: ({ card }) => card,
    usual: [91, 9],
    rows: { 'wrong-output': [2, 98], other: [70, 30] },
  },
  {
    code: 'card-fed',
    text: 'Is every plug of the graphics card fed, and clicked in?',
    answers: ['yes', 'no, or not sure'],
    reason: 'A graphics card that is not fed shows nothing, or complains.',
    asks: ({ card, cardLeads }) => card && cardLeads !== false,
    usual: [92, 8],
    rows: { 'card-power': [6, 94], other: [80, 20] },
  },
  {
    code: 'cpu-fed',
    text: 'Is the processor’s 4- or 8-pin lead in the upper corner plugged, and clicked in?',
    answers: ['yes', 'no, or not sure'],
    reason: 'Without it fans turn and nothing else happens.',
    asks: always,
    usual: [92, 8],
    rows: { 'cpu-power': [6, 94], other: [80, 20] },
  },
  {
    code: 'one-stick',
    text: 'With one module alone, in the slot that the manual names first: does it get further?',
    answers: ['yes', 'no'],
    reason: 'It takes seat, slot and the other module out of the question.',
    asks: ({ sticks }) => sticks === null || sticks > 1,
    usual: [4, 96],
    rows: { 'memory-seat': [74, 26], 'dead-memory': [52, 48], learning: [30, 70], other: [20, 80] },
  },
  {
    code: 'without-card',
    text: 'Without the graphics card, the screen at the motherboard: is there a picture?',
    answers: ['yes', 'no'],
    reason: 'It leaves graphics card, slot and its leads out.',
    asks: ({ card, ownGraphics }) => card && ownGraphics === true,
    usual: [5, 95],
    rows: {
      'card-seat': [88, 12],
      'card-power': [88, 12],
      'dead-gpu': [90, 10],
      'wrong-output': [86, 14],
      'cooler-fan': [40, 60],
      drive: [90, 10],
      learning: [30, 70],
      other: [40, 60],
    },
  },
  {
    code: 'input',
    text: 'Does the screen say “no signal”, with the right input chosen and another lead tried?',
    answers: ['yes', 'it was the input, the lead or the screen', 'not tried'],
    reason: 'It clears the screen itself.',
    asks: always,
    usual: [76, 2, 22],
    rows: { screen: [8, 74, 18], drive: [10, 60, 30], other: [50, 20, 30] },
  },
];
