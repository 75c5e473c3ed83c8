import { expose } from 'comlink';
import { writeDaysFrom, writeNumbersAs } from '@ripe-pick/core/units';

/** What every worker of the page can do beside its own work. */
export interface ServedWork {
  /** Holds a lock as long as the worker lives: whoever gets it next knows that the worker is gone. */
  hold(name: string): Promise<void>;
  /** Writes numbers and days from now on as the page does. */
  write(language: string, today: string | null): void;
}

/** Opens a worker's work to the page. */
export function serveWork(work: object): void {
  const served: ServedWork = {
    hold: (name) =>
      new Promise((resolve) => {
        void navigator.locks.request(name, () => {
          resolve();
          return new Promise<never>(() => {});
        });
      }),
    write(language, today) {
      writeNumbersAs(language);
      writeDaysFrom(today);
    },
  };
  expose({ ...work, ...served });
}
