import type { Deadline } from '@ripe-pick/core/buying';
import ICAL from 'ical.js';
import { describe, expect, it } from 'vitest';
import { calendarOf, scheduleOf } from './calendar.ts';

/* Read back with ical.js, a general library for RFC 5545. */

const DEADLINES: readonly Deadline[] = [
  {
    uid: 'slip-a-send',
    day: '2028-02-29',
    kind: 'send',
    title: 'Last postmark day: Twenty back, on a card; by post',
    about: 'Maker Graphics card\nneeded: receipt\\copy, twice; signed',
    remindDays: 7,
  },
  {
    uid: 'slip-a-payout',
    day: '2026-12-31',
    kind: 'payout',
    title: 'Money expected: über den Jahreswechsel, in vierundsiebzig Zeichen und noch ein paar mehr – €',
    about: '',
    remindDays: 0,
  },
  { uid: 'brief-ready', day: '2026-03-29', kind: 'ready', title: 'Ready', about: '', remindDays: 14 },
];
const text = calendarOf(DEADLINES, 'Ripe Pick: League seat', '2026-11-20T18:04:05.123Z');

describe('the calendar file', () => {
  it('reads back in a general library with every deadline on its day, its text and its reminder', () => {
    const calendar = new ICAL.Component(ICAL.parse(text) as unknown[]);
    const events = calendar.getAllSubcomponents('vevent').map((component) => {
      const event = new ICAL.Event(component);
      const trigger = component.getFirstSubcomponent('valarm')?.getFirstPropertyValue('trigger');
      return [
        event.uid,
        event.startDate.toString(),
        event.endDate.toString(),
        event.startDate.isDate,
        event.summary,
        event.description ?? '',
        trigger ? String(trigger) : null,
      ];
    });
    expect(events).toEqual([
      [
        'slip-a-send@ripe-pick',
        '2028-02-29',
        '2028-03-01',
        true,
        DEADLINES[0].title,
        DEADLINES[0].about,
        '-P7D',
      ],
      ['slip-a-payout@ripe-pick', '2026-12-31', '2027-01-01', true, DEADLINES[1].title, '', null],
      ['brief-ready@ripe-pick', '2026-03-29', '2026-03-30', true, 'Ready', '', '-P14D'],
    ]);
  });
  it('keeps the letter of RFC 5545: CRLF, lines of at most 75 octets, the required properties', () => {
    const lines = text.split('\r\n');
    expect(text.endsWith('\r\n')).toBe(true);
    expect(text.replaceAll('\r\n', '')).not.toMatch(/[\r\n]/);
    for (const line of lines) expect(new TextEncoder().encode(line).length).toBeLessThanOrEqual(75);
    expect(lines.slice(0, 3)).toEqual([
      'BEGIN:VCALENDAR',
      'VERSION:2.0',
      'PRODID:-//Ripe Pick//Deadlines//EN',
    ]);
    expect(lines.filter((line) => line === 'DTSTAMP:20261120T180405Z')).toHaveLength(3);
  });
});

describe('a schedule', () => {
  it('is read by a general reader of calendars as floating times', () => {
    const event = {
      uid: 'a.1',
      from: '2026-11-28T19:30',
      to: '2026-11-29T04:00',
      title: 'Memory, soak',
      about: '',
    };
    const found = new ICAL.Component(ICAL.parse(scheduleOf([event], 'Tuning', '2026-11-28T10:00:00Z')));
    const [read] = found.getAllSubcomponents('vevent').map((each) => new ICAL.Event(each));
    expect(read.startDate.toString()).toBe('2026-11-28T19:30:00');
    expect(read.endDate.toString()).toBe('2026-11-29T04:00:00');
    expect(read.startDate.zone.tzid).toBe('floating');
    expect(read.summary).toBe('Memory, soak');
  });
});
