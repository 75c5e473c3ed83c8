import { useEventListener } from '@vueuse/core';
import { useSingleKeys } from '../../shared/ui/single-keys.ts';
import { isTypedIn } from '../../shared/ui/typing.ts';

/** Single keys that work anywhere on the screen, but never while something is typed; where they are switched off, in a lane alone. */
export function useLaneKeys(keys: Readonly<Record<string, () => unknown>>): void {
  const singleKeys = useSingleKeys();
  useEventListener(document, 'keydown', (event: KeyboardEvent) => {
    const target = event.target as HTMLElement;
    if (!singleKeys.value && !target.matches('[role=listbox]')) return;
    if (event.ctrlKey || event.metaKey || event.altKey) return;
    if (isTypedIn(target) || target.matches('select, [role=combobox]') || target.closest('[role=dialog]'))
      return;
    const name = event.key.toLowerCase();
    if (!Object.hasOwn(keys, name)) return;
    keys[name]();
    event.preventDefault();
  });
}
