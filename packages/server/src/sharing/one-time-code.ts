import { createHash, randomInt, timingSafeEqual } from 'node:crypto';
import type { Access } from '@ripe-pick/contract';

/** Digits and letters that nobody takes for one another (Crockford’s base 32, from memory). */
const LETTERS = '0123456789ABCDEFGHJKMNPQRSTVWXYZ';
const LENGTH = 10;
const GROUP = 5;
const MINUTE_MS = 60_000;
const LASTS_MS = 10 * MINUTE_MS;
/** Wrong tries, from wherever, after which a code counts no more. */
const MOST_WRONG = 100;

interface OneTimeCode {
  readonly code: string;
  readonly access: Access;
  readonly until: Date;
}

/** A code as it was made, however it was typed: small letters, gaps and strokes, O for 0, I or L for 1. */
const plain = (typed: string): string =>
  typed.toUpperCase().replace(/[\s-]/g, '').replaceAll('O', '0').replaceAll('I', '1').replaceAll('L', '1');

const digest = (code: string) => createHash('sha256').update(plain(code)).digest();

/** The one code that lets the next device in: used once, for ten minutes, and given up after a hundred wrong tries. */
export class CodeDesk {
  private current: OneTimeCode | null = null;
  private wrong = 0;

  constructor(private readonly now: () => Date) {}

  /** A new code, of 50 random bits; the one before it counts no more. */
  make(access: Access): OneTimeCode {
    const letters = Array.from({ length: LENGTH }, () => LETTERS[randomInt(LETTERS.length)]).join('');
    const code = `${letters.slice(0, GROUP)}-${letters.slice(GROUP)}`;
    this.wrong = 0;
    this.current = { code, access, until: new Date(this.now().getTime() + LASTS_MS) };
    return this.current;
  }

  /** The code that counts now. */
  get open(): OneTimeCode | null {
    if (this.current && this.current.until <= this.now()) this.withdraw();
    return this.current;
  }

  withdraw(): void {
    this.current = null;
  }

  /** What a device with this code may do; the code is used up with it. Null where it is not the one that counts. */
  take(typed: string): Access | null {
    const { open } = this;
    if (!open) return null;
    if (timingSafeEqual(digest(typed), digest(open.code))) {
      this.withdraw();
      return open.access;
    }
    if (++this.wrong >= MOST_WRONG) this.withdraw();
    return null;
  }
}
