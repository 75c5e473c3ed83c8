import { readList, type ListRead } from '@ripe-pick/core/audit';
import { serveWork } from './serve.ts';

/** Reads lists away from the page: one of thousands of lines takes seconds. */
const reader = {
  read: (text: string, currency: string, answers: ReadonlyMap<string, number>): ListRead =>
    readList(text, currency, answers),
};

export type ListReader = typeof reader;
serveWork(reader);
