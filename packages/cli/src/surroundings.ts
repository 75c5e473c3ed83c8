/** What the command needs of its surroundings, so that tests can hand in their own. */
export interface Surroundings {
  /** Size of a file in bytes; null when it cannot be read. */
  readonly size: (path: string) => number | null;
  readonly read: (path: string) => string;
  /** Why nothing can be written at a path; null where it can. Asked before anything is worked out. */
  readonly cannotWrite: (path: string) => string | null;
  /** Writes a file whole, or leaves what is there. */
  readonly write: (path: string, text: string) => void;
  /** ISO time, UTC. */
  readonly now: () => string;
  readonly out: (text: string) => void;
  readonly err: (text: string) => void;
}
