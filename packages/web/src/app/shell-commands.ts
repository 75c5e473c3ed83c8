import { useRouter, type Router } from 'vue-router';
import { offerCommands, useCommands, type Command } from '../shared/stores/commands.ts';
import type { useJournal } from '../shared/stores/journal.ts';
import { useModel } from '../shared/stores/model.ts';
import { SCREENS } from './router.ts';

interface ShellActs {
  readonly steps: ReturnType<typeof useJournal>;
  readonly undo: () => Promise<void>;
  readonly redo: () => Promise<void>;
  readonly isDark: () => boolean;
  readonly toggleTheme: () => void;
}

const goTo = (router: Router): Command[] =>
  SCREENS.map(({ name, title, about }): Command => ({
    id: `go-${name}`,
    title: about ? `${title}: ${about}` : title,
    group: 'Screen',
    run: () => void router.push({ name }),
  }));
/** What the palette offers on every screen. */
export function useShellCommands({ steps, undo, redo, isDark, toggleTheme }: ShellActs): void {
  const router = useRouter();
  const model = useModel();
  const commands = useCommands();
  const opening = (name: string, query: Record<string, string>) => () => void router.push({ name, query });
  offerCommands(() => {
    const { canUndo, canRedo } = steps;
    return [
      ...goTo(router),
      {
        id: 'go-chart',
        title: 'Type in a chart',
        group: 'Benchmarks',
        run: opening('records', { add: 'chart' }),
      },
      {
        id: 'fit-cold',
        title: 'Fit the model from scratch',
        group: 'Model',
        run: () => void model.run('cold'),
      },
      {
        id: 'find',
        title: 'Find the best',
        group: 'Picks',
        keys: 'F',
        run: opening('picks', { find: 'best' }),
      },
      { id: 'add-part', title: 'Add a part', group: 'Parts', run: opening('parts', { add: 'part' }) },
      ...(canUndo
        ? [{ id: 'undo', title: `Undo: ${canUndo}`, group: 'Edit', keys: 'Ctrl+Z', run: () => void undo() }]
        : []),
      ...(canRedo
        ? [
            {
              id: 'redo',
              title: `Redo: ${canRedo}`,
              group: 'Edit',
              keys: 'Ctrl+Shift+Z',
              run: () => void redo(),
            },
          ]
        : []),
      { id: 'guide', title: 'Guide to this screen', group: 'Help', run: () => (commands.isGuideOpen = true) },
      {
        id: 'keys',
        title: 'Help and keys',
        group: 'Help',
        keys: '?',
        run: () => (commands.isHelpOpen = true),
      },
      {
        id: 'theme',
        title: isDark() ? 'Light theme' : 'Dark theme',
        group: 'Look',
        run: () => toggleTheme(),
      },
    ];
  });
}
