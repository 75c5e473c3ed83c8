import { afterEach, describe, expect, it } from 'vitest';
import { dailyPrices, dayOfMinute, dayOfMoment, minuteOfMoment, noonOf } from './index.ts';

const zone = process.env.TZ;
afterEach(() => {
  if (zone === undefined) delete process.env.TZ;
  else process.env.TZ = zone;
});

/* Expected days follow from the offsets of the IANA time zone database: Auckland UTC+13 in summer, Los Angeles UTC-8. */
describe('a calendar day is the one where the user is', () => {
  it.each([
    ['Pacific/Auckland', '2026-11-26T12:00:00Z', '2026-11-27'],
    ['Pacific/Auckland', '2026-11-26T10:59:00Z', '2026-11-26'],
    ['America/Los_Angeles', '2026-11-27T05:00:00Z', '2026-11-26'],
    ['America/Los_Angeles', '2026-11-27T08:00:00Z', '2026-11-27'],
    ['UTC', '2026-11-27T00:00:00Z', '2026-11-27'],
  ])('in %s %s is %s', (timeZone, moment, day) => {
    process.env.TZ = timeZone;
    expect(dayOfMoment(new Date(moment))).toBe(day);
    expect(dayOfMinute(Date.parse(moment) / 60_000)).toBe(day);
  });
  it.each(['Pacific/Kiritimati', 'Pacific/Pago_Pago', 'Asia/Kathmandu', 'Europe/Stockholm'])(
    'noon of a date is on that date in %s, over the changes of the clock too',
    (timeZone) => {
      process.env.TZ = timeZone;
      for (const day of ['2026-03-29', '2026-07-01', '2026-10-25', '2026-12-31'])
        expect(dayOfMoment(noonOf(day))).toBe(day);
    },
  );
});

describe('a history by day', () => {
  it('has the last observation of each day, in order', () => {
    const noon = minuteOfMoment(noonOf('2024-10-04'));
    expect(dailyPrices({ at: [noon + 1440, noon, noon + 60], price: [5, 7, null] })).toEqual([
      { day: 20_000, price: null },
      { day: 20_001, price: 5 },
    ]);
  });
});
