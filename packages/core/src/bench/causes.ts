/** What can make a system slower than its parts. */
export const CAUSES = [
  'memory-profile',
  'one-stick',
  'slow-slot',
  'processor-held',
  'card-held',
  'wrong-output',
  'background',
  'driver',
] as const;
export type Cause = (typeof CAUSES)[number];

interface CauseWords {
  readonly name: string;
  /** What it does to the rates, in a sentence. */
  readonly pattern: string;
  /** What to look at first, safest first. */
  readonly checks: readonly string[];
}

/** Common practice, no source. Makers' manuals come first. */
export const CAUSE_WORDS: Readonly<Record<Cause, CauseWords>> = {
  'memory-profile': {
    name: 'Memory profile is off',
    pattern:
      'Scenes that the processor limits lose a few per cent, scenes that the graphics card limits lose nothing; integrated graphics lose most.',
    checks: [
      'Read the memory’s rate in the motherboard’s setup: it should show the memory kit’s rated figure.',
      'Switch the rated profile on there, as the motherboard’s manual says, and save.',
      'If the system then fails to start, clear the setup and go one step slower: not every motherboard holds every memory kit.',
    ],
  },
  'one-stick': {
    name: 'One module seen, or all in one channel',
    pattern: 'Scenes that the processor limits lose, most in games that need more memory than is left.',
    checks: [
      'See how much memory and how many channels the system shows.',
      'With the mains plug out: seat the modules again, in the two slots that the motherboard’s manual names for a pair.',
      'Try each module alone to find one that is not seen.',
    ],
  },
  'slow-slot': {
    name: 'Graphics card in a slow slot',
    pattern: 'Scenes that the graphics card limits lose some per cent, most where video memory runs short.',
    checks: [
      'Read the graphics card’s link while a game runs: lanes and generation should be those of its specs.',
      'The slot nearest to the processor is usually the full one; the motherboard’s manual says which.',
      'See in that manual whether a drive in an M.2 place takes lanes from the graphics card’s slot.',
    ],
  },
  'processor-held': {
    name: 'Processor held by heat or by a power limit',
    pattern:
      'Scenes that the processor limits lose by the same share, the others hardly; with heat, more from minute to minute.',
    checks: [
      'Watch the processor’s temperature and clock during a run: does the clock fall while the game runs?',
      'Is the cooler’s fan turning, its film taken off, its mounting even? Switch off and unplug before touching it.',
      'Look in the motherboard’s setup for a low power limit or an economy mode.',
    ],
  },
  'card-held': {
    name: 'Graphics card held by heat or by its power',
    pattern:
      'Scenes that the graphics card limits lose by the same share, the others hardly; the graphics card stays busy all the time.',
    checks: [
      'Watch the graphics card’s temperature and clock during a run.',
      'Are all its power plugs fully in, each on a lead of its own? Switch off and unplug before you check.',
      'Is there air in front of its fans, and no low power limit or quiet mode set?',
    ],
  },
  'wrong-output': {
    name: 'Screen plugged into the motherboard',
    pattern: 'Everything runs at the rate of integrated graphics.',
    checks: [
      'Is the screen’s plug in the graphics card, not in the motherboard’s row of sockets?',
      'Does the game’s own setting name the graphics card?',
    ],
  },
  background: {
    name: 'Something else is running',
    pattern: 'Scenes that the processor limits lose, their 1 % lows lose more.',
    checks: [
      'Look at what uses the processor while the game waits in its menu: updates, scans, recordings, browsers.',
      'Measure once more right after a fresh start, with nothing else open.',
    ],
  },
  driver: {
    name: 'Old or wrong graphics driver',
    pattern: 'Scenes that the graphics card limits lose, by very different shares from game to game.',
    checks: [
      'Compare the driver’s date with the game’s: new games often need a newer driver.',
      'Take the graphics card maker’s current one; if a fresh one made it worse, the one before.',
    ],
  },
};
