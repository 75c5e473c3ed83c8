import { createHash, X509Certificate } from 'node:crypto';
import { mkdtempSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { createSecureContext } from 'node:tls';
import { afterEach, beforeEach, expect, test } from 'vitest';
import { certificateFor } from './certificate.ts';

let folder = '';
const NOW = new Date('2026-11-29T12:00:00Z');
const DAY_MS = 86_400_000;

beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'ripe-pick-certificate-'));
});
afterEach(() => rmSync(folder, { recursive: true, force: true }));

// Judged by Node.js's own reading of certificates, which is that of OpenSSL.
test('a certificate is made for the addresses in use, and for those that were in use before', async () => {
  const first = await certificateFor(folder, ['192.168.1.5', 'fd12::1'], NOW);
  const read = new X509Certificate(first.cert);
  expect(read.checkIP('192.168.1.5')).toBe('192.168.1.5');
  expect(read.checkIP('fd12::1')).toBeDefined();
  expect(read.checkIP('192.168.1.6')).toBeUndefined();
  expect(read.ca).toBe(false);
  expect(() => createSecureContext({ cert: first.cert, key: first.key })).not.toThrow();
  const digest = createHash('sha256').update(read.raw).digest('hex').toUpperCase();
  expect(first.fingerprint.replaceAll(':', '')).toBe(digest);

  expect(await certificateFor(folder, ['192.168.1.5'], NOW)).toEqual(first);
  const second = await certificateFor(folder, ['10.0.0.9'], NOW);
  expect(second.fingerprint).not.toBe(first.fingerprint);
  const both = new X509Certificate(second.cert);
  expect(both.checkIP('10.0.0.9') && both.checkIP('192.168.1.5')).toBeDefined();
  expect(await certificateFor(folder, ['fd12::1', '10.0.0.9'], NOW)).toEqual(second);
});

test('one that soon ends, or is broken, is made anew; both files are for their owner alone', async () => {
  const first = await certificateFor(folder, ['10.0.0.9'], NOW);
  expect((await certificateFor(folder, ['10.0.0.9'], new Date(NOW.getTime() + 769 * DAY_MS))).cert).toBe(
    first.cert,
  );
  const later = await certificateFor(folder, ['10.0.0.9'], new Date(NOW.getTime() + 771 * DAY_MS));
  expect(later.cert).not.toBe(first.cert);
  writeFileSync(join(folder, 'certificate.pem'), 'broken');
  const anew = await certificateFor(folder, ['10.0.0.9'], NOW);
  expect(new X509Certificate(anew.cert).checkIP('10.0.0.9')).toBeDefined();
  for (const name of ['certificate.pem', 'key.pem'])
    expect(statSync(join(folder, name)).mode & 0o077).toBe(0);
});
