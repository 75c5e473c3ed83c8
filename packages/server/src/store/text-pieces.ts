import { constants, crc32, deflateRawSync } from 'node:zlib';

/*
 * A text in pieces, each compressed once. Where one of them changes, only that one is compressed anew: pieces of raw deflate (RFC 1951) that
 * end at a byte lie behind one another, in one frame of gzip (RFC 1952).
 */

export interface TextPiece {
  readonly plain: Uint8Array;
  readonly packed: Uint8Array;
}

export function textPiece(text: string): TextPiece {
  const plain = Buffer.from(text);
  return { plain, packed: deflateRawSync(plain, { finishFlush: constants.Z_SYNC_FLUSH }) };
}

/** No name, no time, no extra field; written by an unknown system. */
const HEAD = Buffer.from([0x1f, 0x8b, 8, 0, 0, 0, 0, 0, 0, 255]);
/** A last block with nothing in it. */
const LAST = Buffer.from([3, 0]);

export const plainOf = (pieces: readonly TextPiece[]): Uint8Array<ArrayBuffer> =>
  new Uint8Array(Buffer.concat(pieces.map(({ plain }) => plain)));

export function gzipOf(pieces: readonly TextPiece[]): Uint8Array<ArrayBuffer> {
  const tail = Buffer.alloc(8);
  let sum = 0;
  let length = 0;
  for (const { plain } of pieces) {
    sum = crc32(plain, sum);
    length += plain.length;
  }
  tail.writeUInt32LE(sum, 0);
  tail.writeUInt32LE(length % 2 ** 32, 4);
  return new Uint8Array(Buffer.concat([HEAD, ...pieces.map(({ packed }) => packed), LAST, tail]));
}
