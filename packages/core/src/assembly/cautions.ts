/** Warnings of a build day. They stand at the steps where they matter, and are never skipped. Common practice, no source. */
export const CAUTIONS = {
  mains:
    'Switch the power supply off and pull its plug before you touch the inside; wait half a minute. Local electrical rules come first.',
  supply: 'Never open the power supply: it holds a dangerous charge long after it is unplugged.',
  static: 'Touch bare metal of the case first, and again now and then. Hold motherboards by their edges.',
  edges: 'Shields, slots and cheap cases have sharp edges: hands off corners, gloves if you like.',
  glass: 'Glass panels break at the edge: lay them flat on cloth, away from stone and tiles.',
  weight: 'It is heavy and awkward: let somebody hold it, and lift from the knees.',
  hot: 'Heatsinks and drives are hot after running: wait until they are not.',
  battery: 'The coin cell on the motherboard is swallowed by children in a moment: keep it away from them.',
  force: 'Nothing here wants force. If it does not go, look again.',
  manual: 'The makers’ manuals come first: where they say otherwise, they are right.',
  firmware: 'A power cut while the BIOS is written can ruin the motherboard: no storm, no loose plug.',
  liquid: 'Liquid and power do not mix: look for drops before you switch on.',
} as const;
export type CautionCode = keyof typeof CAUTIONS;

/** The same as signs in a drawing. */
export const CAUTION_SIGNS: Readonly<Record<CautionCode, string>> = {
  mains: 'mains off, unplugged',
  supply: 'never open it',
  static: 'touch metal first',
  edges: 'sharp edges',
  glass: 'glass breaks',
  weight: 'heavy: two people',
  hot: 'hot after running',
  battery: 'keep from children',
  force: 'no force',
  manual: 'see its manual',
  firmware: 'no power cut',
  liquid: 'look for drops',
};
