export type PartKey = (part: { readonly id: string } | null | undefined) => string;

/** A letter for every part, so that what is kept has short keys. There are 65,000 of them, far more than parts of a search. */
export function shortKeys(): PartKey {
  const known = new Map<string, string>();
  return (part) => {
    if (!part) return ' ';
    let keyOf = known.get(part.id);
    if (keyOf === undefined) known.set(part.id, (keyOf = String.fromCharCode(33 + known.size)));
    return keyOf;
  };
}
