const LETTERS = 'ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz0123456789+/';
const VALUE = new Map([...LETTERS].map((letter, value) => [letter, value]));

/** 32-bit floats, little-endian, in base64 (RFC 4648): a long list of figures that is not meant for reading. */
export function packFloats(values: ArrayLike<number>): string {
  const bytes = new Uint8Array(values.length * 4);
  const view = new DataView(bytes.buffer);
  for (let i = 0; i < values.length; i++) view.setFloat32(i * 4, values[i], true);
  const out: string[] = [];
  for (let i = 0; i < bytes.length; i += 3) {
    const [a, b, c] = [bytes[i], bytes[i + 1] ?? 0, bytes[i + 2] ?? 0];
    const left = bytes.length - i;
    out.push(
      LETTERS[a >> 2] +
        LETTERS[((a & 3) << 4) | (b >> 4)] +
        (left > 1 ? LETTERS[((b & 15) << 2) | (c >> 6)] : '=') +
        (left > 2 ? LETTERS[c & 63] : '='),
    );
  }
  return out.join('');
}

/** Reads what {@link packFloats} wrote; null when the text is not that. */
export function unpackFloats(text: string): Float32Array | null {
  const bare = text.replace(/={1,2}$/, '');
  if (bare.includes('=')) return null;
  const length = Math.floor((bare.length * 3) / 4);
  if (text.length % 4 !== 0 || length % 4 !== 0) return null;
  const bytes = new Uint8Array(length);
  let bits = 0;
  let held = 0;
  let at = 0;
  for (const letter of bare) {
    const value = VALUE.get(letter);
    if (value === undefined) return null;
    held = ((held << 6) | value) & 0xffffff;
    bits += 6;
    if (bits >= 8) {
      bits -= 8;
      bytes[at++] = (held >> bits) & 255;
    }
  }
  const view = new DataView(bytes.buffer);
  return Float32Array.from({ length: length / 4 }, (_, i) => view.getFloat32(i * 4, true));
}
