/** A word that no screen, export, guide or command says, and the field's usual one that stands in its place. */
interface BannedWord {
  readonly found: RegExp;
  readonly say: string;
}

/**
 * The words that were replaced, and what is said instead.
 *
 * A pattern leaves alone what is another word by its neighbours: a gift card is no graphics card, and a noticeboard of used parts no
 * motherboard.
 */
export const BANNED: readonly BannedWord[] = [
  { found: /(?<!circuit |[Nn]otice)\bboards?\b(?! power)/i, say: 'motherboard' },
  {
    found:
      /(?<!(graphics|gift|rebate|prepaid|adapter|wireless|network|memory|express|expansion)\s)(?<!on a )\bcards?\b/i,
    say: 'graphics card',
  },
  { found: /(?<!power\s)\bsuppl(y|ies)\b/i, say: 'power supply' },
  { found: /(?<!memory\s)\bkits?\b/i, say: 'memory kit, memory or modules' },
  { found: /\bfirmware\b/i, say: 'BIOS' },
  { found: /\bpower stage\b/i, say: 'VRM limit' },
  { found: /\bown graphics\b/i, say: 'integrated graphics' },
  { found: /\brais(e|es|ed|ing) clocks\b|\bclocks (are )?(to be )?raised\b/i, say: 'overclocking' },
  {
    found: /\bmaker’s (number|figure|supply)|\b(any|only these|by that) makers?\b/i,
    say: 'brand, part number',
  },
  { found: /\bpackage limit\b/i, say: 'package power limit' },
  { found: /\bsheets? (says?|is silent)\b/i, say: 'spec missing' },
  { found: /\bsums?\b/i, say: 'budget' },
  { found: /\bslack\b/i, say: 'allowed over budget' },
  { found: /\bschools?\b/i, say: 'what must fit the budget' },
  { found: /\bat the till\b/i, say: 'due at checkout' },
  { found: /\bslips?\b(?! a digit)/i, say: 'rebate claim' },
  { found: /\bkept back\b|\bused risk\b/i, say: 'reserve for used parts' },
  { found: /\b(a|no|the first) finds?\b/i, say: 'used listing' },
  { found: /\bbelongings?\b/i, say: 'parts you own' },
  { found: /\b\d* ?sending$/i, say: 'shipping' },
  {
    found: /\b(every|each|one|wrong|the|ten) looks?\b(?! (at|for|like|of|alike))|^looks$/i,
    say: 'price check',
  },
  { found: /\brecords?\b(?!\.(csv|jsonl|md))/i, say: 'benchmark' },
  {
    found: /\b(a|own|each|one|three|these|add|measured|of the|over(?: \S+)?) pass(es)?\b|^pass(es)?$/i,
    say: 'run',
  },
  { found: /\bheld back\b/i, say: 'not used yet' },
  { found: /\bset aside\b/i, say: 'excluded' },
  { found: /\btheir middle\b|\bmiddle (bar|of what)\b/i, say: 'median' },
  { found: /\bgive or take\b/i, say: '± with its level' },
  { found: /(?<!taken )\boff by\b/i, say: 'typical error' },
  { found: /\bcut at\b/i, say: 'capped at' },
  { found: /\bbeside the game\b/i, say: 'running in the background' },
  { found: /\bsets (100|…) %|\b(card|processor)-limited\b/i, say: 'limited by' },
  { found: /\bmend it\b/i, say: 'fix' },
  {
    found:
      /\b(bring|brought) (it |them )?in\b|\b(take it|taken|to take|takes it|take \S+ \S*) in\b(?! full)/i,
    say: 'import',
  },
  { found: /\bdone again\b/i, say: 'redo' },
  { found: /^drop\b(?! (it|one|them|files?|a))/i, say: 'delete' },
  { found: /\bhold against\b/i, say: 'compare with' },
  { found: /\bto take along\b/i, say: 'checklist' },
  { found: /\bhow loud\b/i, say: 'alert level' },
  { found: /\bfrom when what runs\b/i, say: 'when each game runs well' },
  { found: /\ba frame costs\b/i, say: 'price per extra fps' },
  { found: /\bline-up\b/i, say: 'Compare' },
  { found: /\bsecond-hand\b/i, say: 'used' },
  { found: /\bGrowth\b/, say: 'upgrades' },
];
