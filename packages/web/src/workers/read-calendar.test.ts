import { describe, expect, it } from 'vitest';
import { readCalendar } from './read-calendar.ts';

const calendar = (...events: string[]) =>
  [
    'BEGIN:VCALENDAR',
    'VERSION:2.0',
    'PRODID:-//x//EN',
    ...events.map((lines) => `BEGIN:VEVENT\r\n${lines}\r\nEND:VEVENT`),
    'END:VCALENDAR',
    '',
  ].join('\r\n');

describe('events from a calendar file (RFC 5545)', () => {
  it('have the last day before DTEND, and their kind by category or words', () => {
    const { events, problems } = readCalendar(
      calendar(
        'UID:a@x\r\nSUMMARY:Harbour lights\r\nCATEGORIES:SALE\r\nDTSTART;VALUE=DATE:20261120\r\nDTEND;VALUE=DATE:20261201',
        'UID:b@x\r\nSUMMARY:New generation of graphics cards\r\nDTSTART;VALUE=DATE:20261211\r\nDTEND;VALUE=DATE:20261212',
        'UID:c@x\r\nSUMMARY:Dentist\r\nDTSTART:20261205T100000Z\r\nDTEND:20261205T110000Z',
      ),
    );
    expect(problems).toEqual([]);
    expect(events.map(({ name, kind, from, to, touches }) => [name, kind, from, to, touches])).toEqual([
      ['Harbour lights', 'sale', '2026-11-20', '2026-11-30', []],
      ['New generation of graphics cards', 'launch', '2026-12-11', '2026-12-11', ['gpu']],
      ['Dentist', 'other', '2026-12-05', '2026-12-05', []],
    ]);
  });
  it('are taken once, and what is wrong is said by name', () => {
    const twice = 'UID:a@x\r\nSUMMARY:Sale\r\nDTSTART;VALUE=DATE:20261120\r\nDTEND;VALUE=DATE:20261121';
    const read = readCalendar(calendar(twice, twice, 'UID:z\r\nSUMMARY:Nameless day'));
    expect(read.events).toHaveLength(1);
    expect(read.problems).toEqual(['Nameless day: it has no day']);
    expect(readCalendar('name,price').problems[0]).toMatch(/no calendar/);
    expect(readCalendar(calendar()).problems[0]).toMatch(/holds no events/);
  });
});
