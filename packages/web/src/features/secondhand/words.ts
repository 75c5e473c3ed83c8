import type { Appraisal } from '@ripe-pick/core/used';

export const STATE_WORDS = {
  seen: 'seen',
  asked: 'asked',
  offered: 'offered',
  bought: 'bought',
  passed: 'passed',
} as const;
export const VERDICTS: Readonly<
  Record<Appraisal['verdict'], { readonly word: string; readonly shape: string }>
> = {
  take: { word: 'worth its price', shape: '●' },
  haggle: { word: 'haggle', shape: '◐' },
  pass: { word: 'walk away', shape: '○' },
  unknown: { word: 'cannot tell', shape: '?' },
};
export const RISK_WORDS = {
  dead: 'dead on arrival',
  gone: 'seller gone with the money',
  later: 'fails while it is used',
  resale: 'what it fetches at the end',
} as const;
/** What to do at the meeting, by the step's code. Common practice, no source; makers’ manuals come first. */
export const TEST_WORDS: Readonly<Record<string, string>> = {
  'meet-public': 'Meet where there are people and a socket, by daylight.',
  'listing-kept': 'Keep the listing and what was written: pictures of both.',
  'serial-matches': 'The serial number on the part is the one on its box and receipt.',
  receipt: 'Ask for the receipt: it may still carry a warranty.',
  'card-load': 'Run a heavy game or test for ten minutes; watch for flicker, dots and shut-downs.',
  'card-fans': 'All fans turn, none rattles.',
  'card-memory': 'The video memory shown is what the listing says.',
  'card-outputs': 'Try every picture output.',
  'processor-pins': 'No pin or pad is bent, burnt or missing.',
  'processor-boots': 'See it boot, and the right model named in the BIOS.',
  'board-socket': 'Look into the socket with a light: no bent pins.',
  'board-slots': 'Every memory slot and the graphics card slot works.',
  'board-capacitors': 'Nothing bulges, nothing smells burnt.',
  'memory-all': 'All modules are seen at their full size; run a memory test.',
  'memory-same': 'Both modules are the same model.',
  'storage-health': 'Read its health report; no reallocated or failed sectors.',
  'storage-hours': 'Hours and writes fit its age.',
  'supply-never-open': 'Never open it. A used power supply is the riskiest buy: rather walk away than guess.',
  'supply-cables': 'All leads are its own and whole; no other maker’s cables.',
  'supply-age': 'Its age is on the label; an old one goes to recycling.',
  'cooler-bracket': 'The bracket and screws for your socket are there.',
  'case-glass': 'Carry glass panels apart; edges inside are sharp.',
};
