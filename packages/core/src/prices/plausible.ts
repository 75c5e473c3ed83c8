/** A price that is a third or three times of the last one is a slip of the source before it is a bargain. Chosen. */
const TOO_FAR = 3;

/** Why a new price is to be looked at before it is taken; null when it may be taken. Both in minor units of one currency. */
export function priceDoubt(price: number, last: number): string | null {
  if (price * TOO_FAR <= last) return 'it is a third of the last price, or less: look before it is taken';
  if (price >= last * TOO_FAR) return 'it is three times the last price, or more: look before it is taken';
  return null;
}
