import type { Part } from '@ripe-pick/core/parts';
import MiniSearch from 'minisearch';
import type { Command } from '../../shared/stores/commands.ts';
import { SLOT_NAMES } from '../../shared/format/slots.ts';

/** A line of the palette. */
export interface Entry {
  readonly id: string;
  readonly title: string;
  readonly group: string;
  readonly keys?: string | undefined;
  readonly run: () => void;
}

const MOST_SHOWN = 40;

/** Searches commands and parts. Made anew when either changes: some milliseconds for a thousand parts. */
export class PaletteIndex {
  readonly #search = new MiniSearch<Entry>({
    fields: ['title', 'group'],
    searchOptions: { prefix: true, fuzzy: 0.15, combineWith: 'AND', boost: { title: 2 } },
  });
  readonly #entries = new Map<string, Entry>();
  readonly #first: readonly Entry[];

  constructor(commands: readonly Command[], parts: readonly Part[], openPart: (part: Part) => void) {
    const entries: Entry[] = [
      ...commands.map(({ id, title, group, keys, run }) => ({ id: `do:${id}`, title, group, keys, run })),
      ...parts.map((part) => ({
        id: `part:${part.id}`,
        title: `${part.brand} ${part.name}`,
        group: SLOT_NAMES[part.kind],
        run: () => openPart(part),
      })),
    ];
    for (const entry of entries) this.#entries.set(entry.id, entry);
    this.#search.addAll([...this.#entries.values()]);
    this.#first = entries.slice(0, commands.length);
  }

  /** Commands first, then parts, best matches on top; all commands while nothing is typed. */
  find(text: string): Entry[] {
    if (text.trim() === '') return this.#first.slice(0, MOST_SHOWN);
    const hits = this.#search.search(text).flatMap((hit) => this.#entries.get(String(hit.id)) ?? []);
    const isCommand = (entry: Entry) => entry.id.startsWith('do:');
    return [...hits.filter(isCommand), ...hits.filter((entry) => !isCommand(entry))].slice(0, MOST_SHOWN);
  }
}
