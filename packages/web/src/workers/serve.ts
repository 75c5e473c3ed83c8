import { expose } from 'comlink';

/** What every worker of the page can do beside its own work. */
export interface Served {
  /** Holds a lock as long as the worker lives: whoever gets it next knows that the worker is gone. */
  hold(name: string): Promise<void>;
}

/** Opens a worker's work to the page. */
export function serve(work: object): void {
  const served: Served = {
    hold: (name) =>
      new Promise((resolve) => {
        void navigator.locks.request(name, () => {
          resolve();
          return new Promise<never>(() => {});
        });
      }),
  };
  expose({ ...work, ...served });
}
