import { ALERT_KINDS, type Alert } from '@ripe-pick/contract';
import { describe, expect, it } from 'vitest';
import { byDay, ALERT_KIND_WORDS, PLACES } from './kinds.ts';

const alert = (serial: number, day: string): Alert => ({
  ...{ serial, day, kind: 'ripe', at: `${day}T08:00:00.000Z`, title: `${serial}`, text: '', isRead: false },
});

describe('alerts', () => {
  it('stand by day, the newest first, and so within a day', () => {
    const days = byDay([
      alert(1, '2026-11-20'),
      alert(3, '2026-11-19'),
      alert(4, '2026-11-20'),
      alert(2, '2027-01-02'),
    ]);
    expect(days.map(({ day, alerts }) => [day, alerts.map(({ serial }) => serial)])).toEqual([
      ['2027-01-02', [2]],
      ['2026-11-20', [4, 1]],
      ['2026-11-19', [3]],
    ]);
    expect(byDay([])).toEqual([]);
  });
  it('each kind has a name of its own and a place where something is done about it', () => {
    expect(new Set(ALERT_KINDS.map((kind) => ALERT_KIND_WORDS[kind])).size).toBe(ALERT_KINDS.length);
    for (const kind of ALERT_KINDS) expect(PLACES[kind].to).toMatch(/^\/[a-z-]+$/);
  });
});
