/** An answer that is JSON already: it was written, and judged, elsewhere. */
export class ReadyJson {
  /**
   * @param revision what it is known by, where it is asked for again and again
   * @param gzip the same, compressed
   */
  constructor(
    readonly plain: () => Uint8Array<ArrayBuffer>,
    readonly revision: number | null = null,
    readonly gzip: (() => Uint8Array<ArrayBuffer>) | null = null,
  ) {}
}
