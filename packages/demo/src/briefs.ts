import { readFileSync } from 'node:fs';
import { briefFileSchema } from '@ripe-pick/contract';

const file = new URL('../files/brief-league-seat.json', import.meta.url);

/** A seat for the Friday league: 640 euro, two fast games and a slow beautiful one, at 1080p and 144 Hz. */
export const SEAT_BRIEF = briefFileSchema.parse(JSON.parse(readFileSync(file, 'utf8')));
