import { useEventListener } from '@vueuse/core';
import { watch } from 'vue';
import { useCommands } from '../../shared/stores/commands.ts';

/** What was typed since the palette was asked for and before its field was there. */
const ahead = { text: '', isEntered: false };

/** What was typed ahead, once. */
export function takeAhead(): { readonly text: string; readonly isEntered: boolean } {
  const taken = { ...ahead };
  Object.assign(ahead, { text: '', isEntered: false });
  return taken;
}

/** Keeps what is typed while the palette is on its way: none of it is lost, and none of it is taken for a single key. */
export function useTypeAhead(): void {
  const commands = useCommands();
  watch(
    () => commands.isPaletteOpen,
    () => {
      takeAhead();
      commands.isPaletteReady = false;
    },
    { flush: 'sync' },
  );
  useEventListener(
    document,
    'keydown',
    (event: KeyboardEvent) => {
      const { key, ctrlKey, metaKey, altKey } = event;
      if (!commands.isPaletteOpen || commands.isPaletteReady || ctrlKey || metaKey || altKey) return;
      if (key.length === 1) ahead.text += key;
      else if (key === 'Backspace') ahead.text = ahead.text.slice(0, -1);
      else if (key === 'Enter') ahead.isEntered = true;
      else if (key === 'Escape') commands.isPaletteOpen = false;
      else return;
      event.preventDefault();
      event.stopImmediatePropagation();
    },
    { capture: true },
  );
}
