import type { Deadline } from '@ripe-pick/core/buying';
import { documentText } from './plain-text.ts';

/*
 * Calendar files (RFC 5545, iCalendar): every deadline as an event of a whole day, with a reminder.
 */

/** Text values: backslash, semicolon, comma and line breaks are escaped (RFC 5545, 3.3.11); controls cannot stand in them (3.1). */
function escaped(text: string): string {
  return documentText(text)
    .replace(/\t/g, ' ')
    .replace(/\\/g, '\\\\')
    .replace(/;/g, '\\;')
    .replace(/,/g, '\\,')
    .replace(/\r\n|\r|\n/g, '\\n');
}

/** Lines are folded after at most 75 octets, never inside a character (RFC 5545, 3.1). */
function folded(line: string): string {
  const encoder = new TextEncoder();
  const out: string[] = [];
  let piece = '';
  let octets = 0;
  for (const letter of line) {
    const size = encoder.encode(letter).length;
    // A folded line begins with a space, which counts.
    if (octets + size > (out.length === 0 ? 75 : 74)) {
      out.push(piece);
      piece = '';
      octets = 0;
    }
    piece += letter;
    octets += size;
  }
  return [...out, piece].join('\r\n ');
}

const compact = (date: string) => date.replaceAll('-', '');
const nextDay = (date: string) =>
  new Date(Date.parse(`${date}T00:00:00Z`) + 86_400_000).toISOString().slice(0, 10);

const stampOf = (now: string) => `${now.slice(0, 19).replace(/[-:]/g, '')}Z`;

/** A calendar around the lines of its events. */
function calendarAround(name: string, product: string, events: readonly string[]): string {
  const lines = [
    'BEGIN:VCALENDAR',
    'VERSION:2.0',
    `PRODID:-//Ripe Pick//${product}//EN`,
    'CALSCALE:GREGORIAN',
    'METHOD:PUBLISH',
    `X-WR-CALNAME:${escaped(name)}`,
    ...events,
    'END:VCALENDAR',
  ];
  return `${lines.map(folded).join('\r\n')}\r\n`;
}

/** Something with a beginning and an end by the clock on the wall, as 2026-11-28T19:30. */
interface TimedEvent {
  readonly uid: string;
  readonly from: string;
  readonly to: string;
  readonly title: string;
  readonly about: string;
}

/** Writes events by the clock on the wall: floating times, the same in every zone (RFC 5545, 3.3.5, form 1). */
export function scheduleOf(events: readonly TimedEvent[], name: string, now: string): string {
  const floating = (at: string) => `${at.replace(/[-:]/g, '')}00`;
  const lines = events.flatMap(({ uid, from, to, title, about }) => [
    'BEGIN:VEVENT',
    `UID:${uid}@ripe-pick`,
    `DTSTAMP:${stampOf(now)}`,
    `DTSTART:${floating(from)}`,
    `DTEND:${floating(to)}`,
    `SUMMARY:${escaped(title)}`,
    ...(about === '' ? [] : [`DESCRIPTION:${escaped(about)}`]),
    'END:VEVENT',
  ]);
  return calendarAround(name, 'Schedule', lines);
}

/** Writes deadlines as a calendar. `now` is when it was made (ISO 8601, UTC). */
export function calendarOf(deadlines: readonly Deadline[], name: string, now: string): string {
  const stamp = stampOf(now);
  const lines: string[] = [];
  for (const { uid, day, title, about, remindDays } of deadlines) {
    lines.push(
      'BEGIN:VEVENT',
      `UID:${uid}@ripe-pick`,
      `DTSTAMP:${stamp}`,
      `DTSTART;VALUE=DATE:${compact(day)}`,
      `DTEND;VALUE=DATE:${compact(nextDay(day))}`,
      `SUMMARY:${escaped(title)}`,
    );
    if (about !== '') lines.push(`DESCRIPTION:${escaped(about)}`);
    lines.push('TRANSP:TRANSPARENT');
    if (remindDays > 0)
      lines.push(
        'BEGIN:VALARM',
        'ACTION:DISPLAY',
        `DESCRIPTION:${escaped(title)}`,
        `TRIGGER:-P${remindDays}D`,
        'END:VALARM',
      );
    lines.push('END:VEVENT');
  }
  return calendarAround(name, 'Deadlines', lines);
}
