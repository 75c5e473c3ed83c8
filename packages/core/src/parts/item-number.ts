/*
 * Numbers that say which product something is: GTIN-8, -12, -13 and -14.
 */

/**
 * Check digit of a GTIN without it: from the right the digits weigh 3, 1, 3, …; the check digit fills the sum up to a multiple of ten.
 * Source: GS1 General Specifications, section on check digit calculations (from memory; the worked example is in the tests).
 */
export function gtinCheckDigit(digits: string): number {
  let sum = 0;
  for (let i = 0; i < digits.length; i++)
    sum += Number(digits[digits.length - 1 - i]) * (i % 2 === 0 ? 3 : 1);
  return (10 - (sum % 10)) % 10;
}

/** The number as 14 digits, so that the same article is the same however it is written; null when it is none, or its check digit is wrong. */
export function gtinOf(text: string): string | null {
  const digits = text.replace(/[\s-]/g, '');
  if (!/^(\d{8}|\d{12}|\d{13}|\d{14})$/.test(digits)) return null;
  if (gtinCheckDigit(digits.slice(0, -1)) !== Number(digits.at(-1))) return null;
  return digits.padStart(14, '0');
}

/** A maker’s number without what people write differently: case, spaces, dashes, dots, slashes. */
export const bareNumber = (text: string): string => text.toUpperCase().replace(/[^A-Z0-9]/g, '');
