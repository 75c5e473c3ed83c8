const TYPED =
  'input:not([type=checkbox], [type=radio], [type=range], [type=button], [type=file]), textarea, [contenteditable]';

/** Whether keys that are pressed here are text: a box that is ticked has none, so that single keys and undo work there. */
export const isTypedIn = (target: Element): boolean => target.matches(TYPED);
