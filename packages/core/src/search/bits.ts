/** Sets of small indices as bits in 32-bit words. */
export type Bits = Uint32Array;

export function emptyBits(size: number): Bits {
  return new Uint32Array((size + 31) >>> 5);
}

export function setBit(bits: Bits, index: number): void {
  bits[index >>> 5] |= 1 << (index & 31);
}

export function hasBit(bits: Bits, index: number): boolean {
  return ((bits[index >>> 5] >>> (index & 31)) & 1) === 1;
}

export function intersects(a: Bits, b: Bits): boolean {
  for (let i = 0; i < a.length; i++) if ((a[i] & b[i]) !== 0) return true;
  return false;
}

export function and(a: Bits, b: Bits): Bits {
  const out = new Uint32Array(a.length);
  for (let i = 0; i < a.length; i++) out[i] = a[i] & b[i];
  return out;
}

export function orInto(target: Bits, other: Bits): void {
  for (let i = 0; i < target.length; i++) target[i] |= other[i];
}

/** Indices of the set bits, ascending. */
export function members(bits: Bits): number[] {
  const out: number[] = [];
  for (let w = 0; w < bits.length; w++) {
    let word = bits[w];
    while (word !== 0) {
      const low = word & -word;
      out.push(w * 32 + (31 - Math.clz32(low)));
      word ^= low;
    }
  }
  return out;
}

/** A key for maps: equal sets have equal keys. */
export function bitsKey(bits: Bits): string {
  return bits.join(',');
}
