import { expect, test } from 'vitest';
import { CodeDesk } from './one-time-code.ts';

const MINUTE_MS = 60_000;
const deskAt = () => {
  const clock = { now: Date.UTC(2026, 10, 29, 12) };
  return { clock, desk: new CodeDesk(() => new Date(clock.now)) };
};

test('a code counts once, however it is typed', () => {
  const { desk } = deskAt();
  const { code } = desk.make('look');
  expect(code).toMatch(/^[0-9A-HJKMNP-TV-Z]{5}-[0-9A-HJKMNP-TV-Z]{5}$/);
  const typed = ` ${code.toLowerCase().replace('-', ' ').replaceAll('0', 'o').replaceAll('1', 'l')} `;
  expect(desk.take(typed)).toBe('look');
  expect(desk.take(code)).toBeNull();
  expect(desk.open).toBeNull();
});

test('a code is given up after ten minutes, when it is withdrawn, and when a new one is made', () => {
  const { clock, desk } = deskAt();
  const first = desk.make('change').code;
  const second = desk.make('change').code;
  expect(desk.take(first)).toBeNull();
  clock.now += 10 * MINUTE_MS;
  expect(desk.open).toBeNull();
  expect(desk.take(second)).toBeNull();
  const third = desk.make('look').code;
  desk.withdraw();
  expect(desk.take(third)).toBeNull();
});

test('a hundred wrong tries end a code, from wherever they come', () => {
  const { desk } = deskAt();
  const { code } = desk.make('change');
  for (let n = 0; n < 99; n++) expect(desk.take('00000-00000')).toBeNull();
  expect(desk.open?.code).toBe(code);
  expect(desk.take('')).toBeNull();
  expect(desk.open).toBeNull();
  expect(desk.take(code)).toBeNull();
});

test('codes are all different, and use every letter', () => {
  const { desk } = deskAt();
  const codes = Array.from({ length: 500 }, () => desk.make('look').code);
  expect(new Set(codes).size).toBe(500);
  expect(new Set(codes.join('').replaceAll('-', '')).size).toBe(32);
});
