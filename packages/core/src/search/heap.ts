/** A binary max-heap of payload numbers by an integer key; of equal keys the smaller payload comes first. */
export class MaxHeap {
  private keys: number[] = [];
  private payloads: number[] = [];

  get size(): number {
    return this.keys.length;
  }

  /** Largest key; -Infinity when empty. */
  get topKey(): number {
    return this.keys.length > 0 ? this.keys[0] : -Infinity;
  }

  push(key: number, payload: number): void {
    let at = this.keys.length;
    this.keys.push(key);
    this.payloads.push(payload);
    while (at > 0) {
      const parent = (at - 1) >> 1;
      if (!this.before(key, payload, parent)) break;
      this.keys[at] = this.keys[parent];
      this.payloads[at] = this.payloads[parent];
      at = parent;
    }
    this.keys[at] = key;
    this.payloads[at] = payload;
  }

  /** Takes the payload with the largest key. The heap must not be empty. */
  pop(): number {
    const top = this.payloads[0];
    const key = this.keys[this.keys.length - 1];
    const payload = this.payloads[this.payloads.length - 1];
    this.keys.pop();
    this.payloads.pop();
    const size = this.keys.length;
    if (size === 0) return top;
    let at = 0;
    for (;;) {
      let child = 2 * at + 1;
      if (child >= size) break;
      if (child + 1 < size && this.before(this.keys[child + 1], this.payloads[child + 1], child)) child++;
      if (!this.before(this.keys[child], this.payloads[child], -1, key, payload)) break;
      this.keys[at] = this.keys[child];
      this.payloads[at] = this.payloads[child];
      at = child;
    }
    this.keys[at] = key;
    this.payloads[at] = payload;
    return top;
  }

  private before(
    key: number,
    payload: number,
    at: number,
    otherKey = this.keys[at],
    other = this.payloads[at],
  ): boolean {
    return key > otherKey || (key === otherKey && payload < other);
  }
}
