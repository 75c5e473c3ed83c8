import { eventSchema, type CalendarEvent } from '@ripe-pick/contract';
import { SLOTS, type Slot } from '@ripe-pick/core/parts';
import ICAL from 'ical.js';

export interface CalendarRead {
  readonly events: readonly CalendarEvent[];
  /** What could not be taken, and why. */
  readonly problems: readonly string[];
}

const MOST = 400;
const SALE = /\b(sale|sales|discount|offers?|black|cyber)\b/i;
const LAUNCH = /\b(launch|release|generation|successor)\b/i;
const KIND_WORDS: readonly (readonly [RegExp, Slot])[] = [
  [/\bcards?\b/i, 'gpu'],
  [/\bprocessors?\b/i, 'cpu'],
  [/\bmemory\b/i, 'memory'],
  [/\bdrives?\b/i, 'storage'],
];

/**
 * Reads events from an iCalendar file (RFC 5545). What an event is for prices is told by its categories, else by its words; the last day of
 * whole-day events is the one before DTEND, as the standard has it. Repeated events are taken once.
 */
export function readCalendar(text: string): CalendarRead {
  const problems: string[] = [];
  let components: ICAL.Component[];
  try {
    components = new ICAL.Component(ICAL.parse(text) as never).getAllSubcomponents('vevent'); // its type is wider than what parse gives
  } catch {
    return { events: [], problems: ['The file is no calendar (.ics), or breaks off.'] };
  }
  const seen = new Set<string>();
  const events: CalendarEvent[] = [];
  for (const component of components.slice(0, MOST)) {
    const event = new ICAL.Event(component);
    const name = (event.summary ?? '').trim() || 'an event without a name';
    try {
      const start = event.startDate;
      const end = event.endDate;
      const from = start.toString().slice(0, 10);
      const last = end.clone();
      if (end.isDate && end.compare(start) > 0) last.adjust(-1, 0, 0, 0);
      const words = `${component
        .getAllProperties('categories')
        .map((each) => each.getValues().join(' '))
        .join(' ')} ${name}`;
      const id = `ics-${(event.uid || name)
        .replace(/[^A-Za-z0-9._-]+/g, '-')
        .replace(/^[^A-Za-z0-9]+/, '')
        .slice(0, 80)}`;
      const read = eventSchema.safeParse({
        id,
        name: name.slice(0, 200),
        from,
        to: last.toString().slice(0, 10),
        kind: LAUNCH.test(words) ? 'launch' : SALE.test(words) ? 'sale' : 'other',
        touches: SLOTS.filter((slot) => KIND_WORDS.some(([word, kind]) => kind === slot && word.test(name))),
      });
      if (!read.success) problems.push(`${name}: ${read.error.issues[0]?.message ?? 'not an event'}`);
      else if (!seen.has(id)) {
        seen.add(id);
        events.push(read.data);
      }
    } catch {
      problems.push(`${name}: it has no day`);
    }
  }
  if (components.length > MOST) problems.push(`Only the first ${MOST} events were read.`);
  if (components.length === 0) problems.push('The calendar holds no events.');
  return { events, problems };
}
