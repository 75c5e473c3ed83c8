import { it } from 'vitest';

/** A test of what is SQLite's own (its file, its settings, its old forms): left out where the store runs over another database. */
export const sqliteOnly = it.skipIf(process.env.RIPE_PICK_STORE === 'postgres');
