import { daysWrittenFrom, numberLanguage } from '@ripe-pick/core/units';
import type { Remote } from 'comlink';
import type { ServedWork } from '../../workers/serve.ts';

/** How each worker was told to write. */
const told = new WeakMap<object, string>();

/** Lets a worker write the numbers and days of its sentences as the page does now: in all that it is asked after this. */
export function writeAsHere(remote: Remote<ServedWork>): void {
  const [language, today] = [numberLanguage(), daysWrittenFrom()];
  const way = `${language} ${today}`;
  if (told.get(remote) === way) return;
  told.set(remote, way);
  remote.write(language, today).catch(() => told.delete(remote)); // it ended meanwhile, and says so itself
}
