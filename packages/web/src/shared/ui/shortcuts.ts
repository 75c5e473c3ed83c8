/** A key, as it is shown, and what it does. */
interface Shortcut {
  readonly keys: readonly string[];
  readonly does: string;
}

/** All shortcuts, by where they work. The one place that lists them; the handlers stand with what they do. */
export const SHORTCUTS: readonly { readonly where: string; readonly list: readonly Shortcut[] }[] = [
  {
    where: 'Everywhere',
    list: [
      { keys: ['Ctrl', 'K'], does: 'Find an action, a part or a screen' },
      { keys: ['Ctrl', 'Z'], does: 'Undo the last edit' },
      { keys: ['Ctrl', 'Shift', 'Z'], does: 'Do it again' },
      { keys: ['?'], does: 'This list' },
      { keys: ['Escape'], does: 'Close what is open' },
    ],
  },
  {
    where: 'Picks',
    list: [
      { keys: ['F'], does: 'Find the best' },
      { keys: ['U'], does: 'Show or hide used parts' },
      { keys: ['G'], does: 'Room to grow as the height of the lanes, or back' },
      { keys: ['+'], does: 'Closer look at the money' },
      { keys: ['−'], does: 'Wider look' },
      { keys: ['[', ']'], does: 'Along the money, to cheaper or dearer parts' },
      { keys: ['0'], does: 'Back to the current pick' },
    ],
  },
  {
    where: 'In a lane',
    list: [
      { keys: ['←', '→'], does: 'To the next part along the money' },
      { keys: ['↑', '↓'], does: 'To the lane above or below' },
      { keys: ['Shift', '←', '→'], does: 'Walk along and swap as you go' },
      { keys: ['Enter'], does: 'Swap to the part' },
      { keys: ['C'], does: 'Swap with the companions it needs' },
      { keys: ['L'], does: 'Lock the slot, or unlock it' },
      { keys: ['X'], does: 'Rule the part out' },
      { keys: ['O'], does: 'Open its offers and its specs' },
      { keys: ['T'], does: 'The lane as a table' },
      { keys: ['Home', 'End'], does: 'To the cheapest or the dearest part' },
    ],
  },
  {
    where: 'Stretch',
    list: [
      { keys: ['←', '→'], does: 'Move a budget to the next step' },
      { keys: ['Page Up', 'Page Down'], does: 'Move it by a tenth' },
    ],
  },
  {
    where: 'Upgrades, on a step of your own path',
    list: [
      { keys: ['←', '→'], does: 'Move it by a month' },
      { keys: ['Page Up', 'Page Down'], does: 'Move it by half a year' },
      { keys: ['Delete'], does: 'Leave it out' },
    ],
  },
];
