import { Unzip, UnzipInflate } from 'fflate';

/** What is wrong with a ZIP file as such. */
export class BadZip extends Error {}

interface ZipLimits {
  /** Bytes that may come of it, whatever it says of itself. */
  readonly mostBytes: number;
  readonly mostFiles: number;
  /** Files that are asked for; others are passed over and not unpacked. */
  readonly wants?: (name: string) => boolean;
}

/** Bytes that are unpacked at a time: no more than these can be unpacked beyond the limit. */
const PIECE = 64 * 1024;

/**
 * The files of a ZIP by name; stops as soon as they grow beyond what is taken.
 * @throws {BadZip} when it is none, is damaged, or holds too much
 */
export function unzipped(
  zip: Uint8Array,
  { mostBytes, mostFiles, wants = () => true }: ZipLimits,
): Map<string, Uint8Array> {
  const files = new Map<string, Uint8Array>();
  let size = 0;
  let count = 0;
  const unzip = new Unzip((file) => {
    if (++count > mostFiles) throw new BadZip(`has more than ${mostFiles} files`);
    if (!wants(file.name)) return;
    const pieces: Uint8Array[] = [];
    file.ondata = (error, bytes, isLast) => {
      if (error) throw error;
      size += bytes.length;
      if (size > mostBytes)
        throw new BadZip(`unpacks to more than ${Math.round(mostBytes / 1024 / 1024)} MB`);
      pieces.push(bytes);
      if (isLast) files.set(file.name, Buffer.concat(pieces));
    };
    file.start();
  });
  unzip.register(UnzipInflate);
  try {
    for (let at = 0; at < zip.length; at += PIECE)
      unzip.push(zip.subarray(at, at + PIECE), at + PIECE >= zip.length);
  } catch (error) {
    if (error instanceof BadZip) throw error;
    throw new BadZip('is damaged: it cannot be unpacked');
  }
  return files;
}
