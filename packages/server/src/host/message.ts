import type { ChangeHeard } from '@ripe-pick/contract';

/* What threads of the server say to one another: a call as it came in, and its answer. */

/** A call. Its body, if any, is handed over; a long one piece by piece. */
export interface Asked {
  readonly id: number;
  readonly url: string;
  readonly method: string;
  readonly headers: [string, string][];
  readonly body: ArrayBuffer | ReadableStream<Uint8Array> | null;
}

/** Its answer; long ones are handed over piece by piece. */
export interface Answered {
  readonly id: number;
  readonly status: number;
  readonly headers: [string, string][];
  readonly body: ArrayBuffer | ReadableStream<Uint8Array> | null;
}

/** What else is said to the thread of an instance. */
export type ThreadOrder = { readonly do: 'start'; readonly address: string } | { readonly do: 'stop' };

/** What else a thread says: that it answers, that it cannot, what has changed, that it has ended all it did. */
export type Said =
  | { readonly said: 'ready'; readonly database: string }
  | { readonly said: 'cannot-start'; readonly why: string }
  | { readonly said: 'changed'; readonly change: ChangeHeard }
  | { readonly said: 'stopped' };

/** Answers with no status of 200 to 599, or with these, have no body (Fetch Standard). */
export const hasBody = (status: number): boolean => ![101, 103, 204, 205, 304].includes(status);
