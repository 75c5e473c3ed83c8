import { X509Certificate } from 'node:crypto';
import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { isIP } from 'node:net';
import { generate } from 'selfsigned';
import { writeWhole } from './write-whole.ts';

const DAY_MS = 86_400_000;
/** Phones take no certificate that is longer good than 825 days (as remembered). */
const GOOD_DAYS = 800;
/** A certificate that ends sooner than this is made anew. */
const LEAST_DAYS = 30;

export interface Certificate {
  /** PEM. */
  readonly cert: string;
  readonly key: string;
  /** SHA-256, in pairs of hexadecimal digits as browsers show it. */
  readonly fingerprint: string;
}

const pathsIn = (folder: string) => ({
  cert: join(folder, 'certificate.pem'),
  key: join(folder, 'key.pem'),
});

/** The certificate that is kept; null before the first time. */
export function keptCertificate(folder: string): Certificate | null {
  const paths = pathsIn(folder);
  if (!existsSync(paths.cert) || !existsSync(paths.key)) return null;
  const [cert, key] = [readFileSync(paths.cert, 'utf8'), readFileSync(paths.key, 'utf8')];
  try {
    return { cert, key, fingerprint: new X509Certificate(cert).fingerprint256 };
  } catch {
    return null; // what is broken is made anew
  }
}

/** IP addresses that a certificate is good for. */
const addressesOf = ({ cert }: Certificate): readonly string[] =>
  (new X509Certificate(cert).subjectAltName ?? '')
    .split(', ')
    .filter((each) => each.startsWith('IP Address:'))
    .map((each) => each.slice('IP Address:'.length))
    .filter((address) => isIP(address) !== 0);

function isGood({ cert }: Certificate, addresses: readonly string[], now: Date): boolean {
  const read = new X509Certificate(cert);
  const isLasting = Date.parse(read.validTo) - now.getTime() > LEAST_DAYS * DAY_MS;
  return isLasting && addresses.every((address) => read.checkIP(address) !== undefined);
}

/**
 * The certificate for some addresses of this machine, made at first use and whenever the one that is kept is not good for all of them or
 * soon ends. Addresses that it was good for stay in it: a machine that comes back to a network is known there.
 *
 * @param folder where it is kept with its key, for their owner's eyes alone
 */
export async function certificateFor(
  folder: string,
  addresses: readonly string[],
  now: Date,
): Promise<Certificate> {
  const before = keptCertificate(folder);
  if (before && isGood(before, addresses, now)) return before;
  const all = [...new Set([...(before ? addressesOf(before) : []), ...addresses])];
  const made = await generate([{ name: 'commonName', value: 'Ripe Pick' }], {
    keyType: 'ec',
    curve: 'P-256',
    algorithm: 'sha256',
    notBeforeDate: new Date(now.getTime() - DAY_MS), // clocks of devices differ
    notAfterDate: new Date(now.getTime() + GOOD_DAYS * DAY_MS),
    extensions: [
      { name: 'basicConstraints', cA: false, critical: true },
      { name: 'keyUsage', digitalSignature: true, critical: true },
      { name: 'extKeyUsage', serverAuth: true },
      { name: 'subjectAltName', altNames: all.map((ip) => ({ type: 7, ip })) },
    ],
  });
  const paths = pathsIn(folder);
  writeWhole(paths.key, made.private);
  writeWhole(paths.cert, made.cert);
  return { cert: made.cert, key: made.private, fingerprint: new X509Certificate(made.cert).fingerprint256 };
}
