/** What a tour can tell of the person's own build. */
export interface TourContext {
  /** Name of the picked processor; null while none is picked. */
  readonly cpu: string | null;
  /** The swap that brings most for the next bit of money, in words; null when there is none. */
  readonly steepest: string | null;
  /** The budget, as money. */
  readonly budget: string;
}

interface TourStep {
  /** What is pointed at. */
  readonly at: string;
  readonly text: (context: TourContext) => string;
}

/** Tours by the name of the screen: three or four steps, each about one thing that is seen. */
export const TOURS: Readonly<Record<string, readonly TourStep[]>> = {
  picks: [
    {
      at: '.plot[data-slot=cpu]',
      text: ({ cpu }) =>
        cpu
          ? `The flag is your processor, ${cpu}. Every other mark in this lane is one that you could have instead.`
          : 'Each lane is a place in the build, and every mark in it a part that could stand there.',
    },
    {
      at: '.lanes .axis',
      text: () =>
        'Left saves money, right costs more than what you have picked. Higher up means more frames.',
    },
    {
      at: '.plot[data-slot=gpu]',
      text: ({ steepest }) =>
        `${steepest ? `The dashed ring is the most frames for the next bit of money: ${steepest}. ` : ''}Press a mark to see what its swap does; Enter swaps, and undo takes it back.`,
    },
    {
      at: '.lanes .tools button',
      text: ({ budget }) =>
        `F finds the best set there is for ${budget}, proved. Nothing changes until you take it.`,
    },
  ],
  stretch: [
    {
      at: '.around',
      text: ({ budget }) => `First the answer: what ${budget} buys, and what a little more or less would.`,
    },
    {
      at: '.picture .holder',
      text: () =>
        'Money runs to the right. Every step up is a better set, proved to be the best for its budget; where the line is flat, more money buys nothing.',
    },
    {
      at: '.picture .handle',
      text: () =>
        'A and B are two budgets. Drag them, or move them by arrow keys: below stands what the difference buys.',
    },
  ],
  ripeness: [
    {
      at: '.row .mark',
      text: () =>
        'An empty fruit: waiting pays. Half full: no reason to wait. Full: pick it now. An arrow: the same part costs less elsewhere today.',
    },
    {
      at: '.row .money',
      text: () =>
        'Prices from left to right: ticks are the last 90 days, the flag is today, the band the least price to expect.',
    },
    {
      at: '.row',
      text: () =>
        'Press a row for its course over time, a target price, and the price checks that it rests on.',
    },
  ],
  growth: [
    {
      at: 'main svg',
      text: () =>
        'Time runs to the right, frames upward: they fall as games get heavier, and step up with each purchase.',
    },
    {
      at: 'main h2',
      text: () => 'In words: what to buy today, and what that gives up or gains against the best of today.',
    },
    {
      at: 'main h1',
      text: () =>
        'Take the path to make it your candidate’s own; then its steps can be moved by the arrow keys.',
    },
  ],
};
