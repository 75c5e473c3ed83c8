import type { CalendarEvent, Target, Watching } from '@ripe-pick/contract';
import { slotWords, type Slot } from '@ripe-pick/core/parts';
import type { useWorkspace } from './workspace.ts';
import { countWords } from '../format/format.ts';

/** Changes of targets, calendar and watch, each by a named step. */
export function priceEdits({ edit }: Pick<ReturnType<typeof useWorkspace>, 'edit'>) {
  const putEvents = (label: string, added: readonly CalendarEvent[]) =>
    edit(label.slice(0, 300), (state) => {
      const ids = new Set(added.map((event) => event.id));
      return { ...state, events: [...state.events.filter((event) => !ids.has(event.id)), ...added] };
    });
  return {
    setTarget: (part: string, slot: Slot | null, target: Omit<Target, 'id' | 'part'> | null) =>
      edit(`${target ? 'set' : 'remove'} a target${slot ? ` for the ${slotWords(slot)}` : ''}`, (state) => {
        const others = state.targets.filter((each) => each.part !== part);
        const id = `target-${crypto.randomUUID().slice(0, 8)}`;
        return { ...state, targets: target ? [...others, { ...target, id, part }] : others };
      }),
    putEvent: (event: CalendarEvent) => putEvents(`keep “${event.name}” in the calendar`, [event]),
    putEvents: (added: readonly CalendarEvent[]) =>
      putEvents(`import ${countWords(added.length, 'event')}`, added),
    removeEvent: (id: string) =>
      edit('remove an event', (state) => ({
        ...state,
        events: state.events.filter((each) => each.id !== id),
      })),
    setWatching: (label: string, change: Partial<Watching>) =>
      edit(label, (state) => ({ ...state, watching: { ...state.watching, ...change } })),
  };
}
