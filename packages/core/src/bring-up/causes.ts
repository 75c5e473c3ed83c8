import type { Slot } from '../parts/index.ts';
import type { StartCauseCode } from './cause-codes.ts';

/** What the machine has; causes and questions about what it has not are left out. */
export interface Machine {
  readonly card: boolean;
  /** Whether the card takes leads from the supply; null: not known. */
  readonly cardLeads: boolean | null;
  /** Whether the processor has graphics of its own; null: not known. */
  readonly ownGraphics: boolean | null;
  /** Whether the board's firmware may be too old: true where it is, null where its level is not known. */
  readonly oldFirmware: boolean | null;
  readonly sticks: number | null;
}

export interface StartCause {
  readonly code: StartCauseCode;
  readonly name: string;
  /** How often it is the one, against the others. Chosen; common practice, no source. */
  readonly prior: (machine: Machine) => number;
  /** Why it is thought of at all. */
  readonly reason: string;
  /** What is tried, a sentence each; nothing that needs a spare part. */
  readonly tries: readonly string[];
  /** What it rules out when that did not help. */
  readonly rulesOut: string;
  /** How much it takes: 1 a look, 3 a quarter of an hour, 9 taking the machine apart. What is safe and quick comes first. */
  readonly effort: number;
  /** The part that would have to be replaced. */
  readonly replaces: Slot | null;
}

const always = (weight: number) => () => weight;

export const CAUSE_TABLE: readonly StartCause[] = [
  {
    code: 'learning',
    name: 'It is still learning the memory',
    prior: always(0.5),
    reason:
      'New memory is measured at the first start: the screen stays dark for minutes, and it may start over.',
    tries: ['Leave it on for five minutes, also when it starts over by itself.'],
    rulesOut: 'A first start that only takes its time.',
    effort: 1,
    replaces: null,
  },
  {
    code: 'no-power',
    name: 'No power gets in',
    prior: always(1),
    reason: 'The switch at the power supply’s rear, a socket strip, a plug that is not home.',
    tries: ['Switch the strip and the power supply on, try another socket and another lead.'],
    rulesOut: 'Mains, strip, switch.',
    effort: 1,
    replaces: null,
  },
  {
    code: 'front-lead',
    name: 'The power button’s lead',
    prior: always(1.1),
    reason: 'It sits one pin aside, or is off.',
    tries: [
      'Hold the plan in the motherboard’s manual against the two pins. Or touch the two pins shortly with a screwdriver, instead of the button.',
    ],
    rulesOut: 'Button and its lead.',
    effort: 2,
    replaces: null,
  },
  {
    code: 'board-power',
    name: 'The 24-pin plug is not home',
    prior: always(0.9),
    reason: 'It is stiff, and its catch clicks late.',
    tries: [
      'Unplug the mains, press the 24-pin plug in until its catch clicks; the same at the power supply, where its leads come off.',
    ],
    rulesOut: 'The main plug.',
    effort: 2,
    replaces: null,
  },
  {
    code: 'cpu-power',
    name: 'The processor’s power plug',
    prior: always(1.4),
    reason: 'It hides in the upper corner and is forgotten most of all.',
    tries: [
      'Unplug the mains, plug the 4- or 8-pin lead for the processor in until it clicks. Not a graphics card’s lead.',
    ],
    rulesOut: 'The processor’s power.',
    effort: 2,
    replaces: null,
  },
  {
    code: 'short',
    name: 'Something touches the motherboard’s back',
    prior: always(0.5),
    reason: 'A standoff without a hole, a loose screw, a tongue of the shield.',
    tries: [
      'Unplug the mains, take the motherboard out, count the standoffs. Try it on its box with processor, one module and the cooler alone.',
    ],
    rulesOut: 'The case.',
    effort: 9,
    replaces: null,
  },
  {
    code: 'memory-seat',
    name: 'Memory not home, or in the wrong slot',
    prior: always(2.2),
    reason: 'The most frequent one: one end has not clicked.',
    tries: [
      'Unplug the mains, take all modules out. Put one into the slot that the manual names first, pressed until both ends click. Then the other.',
    ],
    rulesOut: 'Seat and slot of the memory.',
    effort: 3,
    replaces: null,
  },
  {
    code: 'firmware',
    name: 'The BIOS does not know the processor',
    prior: ({ oldFirmware }) => (oldFirmware === true ? 6 : oldFirmware === null ? 0.5 : 0.05),
    reason: 'The motherboard is older than the processor.',
    tries: [
      'Flash the version that the processor needs, without a processor where the motherboard can, else with a borrowed older one. The maker’s manual comes first.',
    ],
    rulesOut: 'The BIOS.',
    effort: 5,
    replaces: null,
  },
  {
    code: 'wrong-output',
    name: 'The screen hangs on the motherboard, not on the graphics card',
    prior: ({ card }) => (card ? 1.2 : 0),
    reason: 'With a graphics card in, most motherboards show nothing at their own outputs.',
    tries: ['Plug the screen into the graphics card.'],
    rulesOut: 'The output.',
    effort: 1,
    replaces: null,
  },
  {
    code: 'screen',
    name: 'The screen, its input or its lead',
    prior: always(0.8),
    reason: 'It stands on another input, is off, or its lead is loose.',
    tries: ['Choose the input by hand, try another lead and another output.'],
    rulesOut: 'The screen.',
    effort: 1,
    replaces: null,
  },
  {
    code: 'card-seat',
    name: 'The graphics card is not home in its slot',
    prior: ({ card }) => (card ? 0.7 : 0),
    reason: 'The cover’s bracket holds it up, or the catch has not clicked.',
    tries: ['Unplug the mains, take the graphics card out and press it in again until the catch clicks.'],
    rulesOut: 'Seat of the graphics card.',
    effort: 3,
    replaces: null,
  },
  {
    code: 'card-power',
    name: 'The graphics card’s power leads',
    prior: ({ card, cardLeads }) => (card && cardLeads !== false ? 1 : 0),
    reason: 'Forgotten, or one of two.',
    tries: ['Unplug the mains, feed every plug of the graphics card by a lead of its own until it clicks.'],
    rulesOut: 'Power of the graphics card.',
    effort: 2,
    replaces: null,
  },
  {
    code: 'cooler-fan',
    name: 'The cooler or its fan',
    prior: always(0.5),
    reason:
      'Its fan is not on the processor’s header, or film or a loose screw lets the processor get hot in seconds.',
    tries: [
      'Plug the fan into the header marked for the processor. Unplug the mains and look: film off, screws tight.',
    ],
    rulesOut: 'The cooling.',
    effort: 4,
    replaces: null,
  },
  {
    code: 'drive',
    name: 'No drive to start from',
    prior: always(0.6),
    reason: 'It is not home, sits at a dead port, or nothing is installed yet.',
    tries: ['Look whether the BIOS lists the drive. Seat it again, another port, then install the system.'],
    rulesOut: 'Seat and port of the drive.',
    effort: 3,
    replaces: null,
  },
  ...(
    [
      ['dead-psu', 'psu', 'The power supply is dead', 0.18],
      ['dead-board', 'motherboard', 'The motherboard is dead', 0.2],
      ['dead-memory', 'memory', 'A memory module is dead', 0.15],
      ['dead-cpu', 'cpu', 'The processor is dead', 0.03],
      ['dead-gpu', 'gpu', 'The graphics card is dead', 0.12],
    ] as const
  ).map(([code, slot, name, weight]): StartCause => ({
    code,
    name,
    prior: ({ card }) => (code === 'dead-gpu' && !card ? 0 : weight),
    reason: 'New parts are dead now and then; it is thought of when all that is loose was looked at.',
    tries: [
      code === 'dead-memory'
        ? 'Try each module by itself in the same slot.'
        : code === 'dead-gpu'
          ? 'Try without the graphics card, the screen on the motherboard, or the graphics card in another machine.'
          : 'Try it in another machine, or another one in this, before it is sent back.',
    ],
    rulesOut: 'This very part.',
    effort: 8,
    replaces: slot,
  })),
  {
    code: 'other',
    name: 'Something that is not listed here',
    prior: always(0.25),
    reason: 'No list is whole.',
    tries: [
      'Strip it to motherboard, processor, cooler and one module, and add part by part. The motherboard’s manual tells its lights and beeps.',
    ],
    rulesOut: 'Little.',
    effort: 9,
    replaces: null,
  },
];
