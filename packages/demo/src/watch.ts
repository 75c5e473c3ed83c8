import { watchKeptSchema } from '@ripe-pick/contract';

/** What is watched around the seat: a card that would be taken at its price, and the opening night. */
export const WATCH = watchKeptSchema.parse({
  targets: [
    {
      id: 'ember-at-150',
      part: 'kestrand-ember-370-duo',
      currency: 'EUR',
      priceMinor: 15000,
      by: '2026-12-18',
      note: 'At 150 it is worth the drive.',
    },
  ],
  events: [
    {
      id: 'cards-launch',
      kind: 'launch',
      name: 'New generation of cards',
      from: '2026-12-11',
      to: '2026-12-11',
      touches: ['gpu'],
    },
    {
      id: 'opening-night',
      kind: 'deadline',
      name: 'Opening night of the league',
      from: '2026-12-18',
      to: '2026-12-18',
      touches: [],
    },
  ],
});
