import { readList, type ListRead } from '@ripe-pick/core/audit';
import { expose } from 'comlink';

/** Reads lists away from the page: one of thousands of lines takes seconds. */
const reader = {
  read: (text: string, currency: string, answers: ReadonlyMap<string, number>): ListRead =>
    readList(text, currency, answers),
};

export type ListReader = typeof reader;
expose(reader);
