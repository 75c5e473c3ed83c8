import { useMessage } from 'naive-ui';
import { h } from 'vue';

/** How long what was done can be taken back by the button in its message, in ms. */
const SHOWN_MS = 8000;

/** Tells what was done, beside a button that takes it back. Call it where messages can be shown: in a component's setup. */
export function useUndoMessage(): (words: string, undo: () => void) => void {
  const message = useMessage();
  return (words, undo) => {
    const shown = message.info(
      () =>
        h('span', { class: 'told' }, [
          `${words} `,
          h(
            'button',
            {
              class: 'plain edged',
              onClick: () => {
                shown.destroy();
                undo();
              },
            },
            'Undo',
          ),
        ]),
      { duration: SHOWN_MS, closable: true },
    );
  };
}
