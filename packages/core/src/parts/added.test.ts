import { describe, expect, it } from 'vitest';
import { locksAsAdded } from './added.ts';
import type { Lock } from './brief.ts';

const pick = (part: string) => ({ part, offer: null });
const lock = (slot: Lock['slot'], part: string): Lock => ({ slot, part, offer: null });

describe('locks of what is added', () => {
  it('hold what is put in, and let go of what is taken out', () => {
    const one = locksAsAdded([lock('cpu', 'c')], {}, { extras2: pick('fan') });
    expect(one).toEqual([lock('cpu', 'c'), lock('extras2', 'fan')]);
    const other = locksAsAdded(one, { extras2: pick('fan') }, { extras2: pick('film') });
    expect(other).toEqual([lock('cpu', 'c'), lock('extras2', 'film')]);
    expect(locksAsAdded(other, { extras2: pick('film') }, {})).toEqual([lock('cpu', 'c')]);
  });
  it('leave slots alone that a search fills, and what did not move', () => {
    const locks = [lock('extras', 'fan')];
    expect(locksAsAdded(locks, {}, { cpu: pick('c') })).toBe(locks);
    expect(locksAsAdded(locks, { extras: pick('fan') }, { extras: pick('fan') })).toBe(locks);
  });
});
