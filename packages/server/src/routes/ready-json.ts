/** An answer that is JSON already: it was written, and judged, in another thread. */
export class ReadyJson {
  constructor(readonly bytes: Uint8Array<ArrayBuffer>) {}
}
