import { mkdtempSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterEach, beforeEach, expect, test } from 'vitest';
import { DeviceList, SharingTrouble } from './devices.ts';

let folder = '';
const clock = { now: 0 };
const open = () => new DeviceList(folder, () => new Date(clock.now));
const path = () => join(folder, 'devices.json');

beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'ripe-pick-devices-'));
  clock.now = Date.UTC(2026, 10, 29, 12);
});
afterEach(() => rmSync(folder, { recursive: true, force: true }));

test('a device is known by its token after a restart, and the token stands nowhere', () => {
  const token = open().add('Phone', 'look');
  expect(token.length).toBeGreaterThanOrEqual(43); // 256 bits in base 64
  expect(readFileSync(path(), 'utf8')).not.toContain(token);
  expect(open().byToken(token)).toMatchObject({ name: 'Phone', access: 'look' });
  expect(open().byToken(`${token}x`)).toBeNull();
  expect(open().byToken('')).toBeNull();
  expect(JSON.stringify(open().all)).not.toContain('tokenHash');
});

test('what a device may do is changed, and one that is shut out stays out', () => {
  const devices = open();
  const [phone, other] = [devices.add('Phone', 'look'), devices.add('Other', 'change')];
  const [first, second] = devices.all;
  expect(devices.change(first.id, { access: 'change', name: 'New name' })).toBe(true);
  expect(open().byToken(phone)).toMatchObject({ name: 'New name', access: 'change' });
  expect(devices.remove(second.id)).toBe(true);
  expect(devices.remove(second.id)).toBe(false);
  expect(devices.change(second.id, { access: 'look' })).toBe(false);
  expect(open().byToken(other)).toBeNull();
});

test('when a device was last used is written once a minute at most', () => {
  const devices = open();
  const token = devices.add('Phone', 'look');
  devices.byToken(token);
  const written = () => open().all[0].lastUsedAt;
  expect(written()).toBe('2026-11-29T12:00:00.000Z');
  clock.now += 59_000;
  devices.byToken(token);
  expect(written()).toBe('2026-11-29T12:00:00.000Z');
  clock.now += 2000;
  devices.byToken(token);
  expect(written()).toBe('2026-11-29T12:01:01.000Z');
});

test('no more than fifty are let in; the file is for its owner alone', () => {
  const devices = open();
  for (let n = 0; n < 50; n++) devices.add(`Device ${n}`, 'look');
  expect(() => devices.add('One more', 'look')).toThrow(SharingTrouble);
  expect(statSync(path()).mode & 0o077).toBe(0);
});

test('a list that cannot be understood lets nobody in, and is left as it is', () => {
  writeFileSync(path(), '{"version":1,"isOpen":true,"devices":[{"id":"x"}]}');
  expect(open).toThrow(SharingTrouble);
  expect(readFileSync(path(), 'utf8')).toContain('"id":"x"');
});
