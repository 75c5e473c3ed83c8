import type { Problem } from '@ripe-pick/contract';

/** A change that cannot be made, told by its place. Everything is as it was. */
export class ChangeRefused extends Error {
  constructor(readonly problems: readonly Problem[]) {
    super('A change was refused.');
  }
}

/** A change rests on what is no longer the newest. Nothing was changed. */
export class ChangedElsewhere extends Error {}

export const refused = (path: string, message: string, mend: string) =>
  new ChangeRefused([{ path, message, mend }]);
