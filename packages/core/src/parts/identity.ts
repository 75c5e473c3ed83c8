import { bareNumber, gtinOf } from './item-number.ts';

/** What tells a part: enough of it to find it again. */
interface Known {
  readonly id: string;
  readonly kind: string;
  readonly brand: string;
  readonly name: string;
  readonly gtin?: string | null | undefined;
  readonly mpn?: string | null | undefined;
}

/** How names are compared: case and spaces do not matter. */
export const bareName = (text: string): string => text.trim().toLowerCase().replace(/\s+/g, ' ');

/** What people call a part: who makes it, and its name. */
export const fullName = ({ brand, name }: { readonly brand: string; readonly name: string }): string =>
  `${brand} ${name}`;

/** What a part is known by, surest first: its barcode, its brand and part number, its brand and name. */
const identityKeys = ({ kind, brand, name, gtin, mpn }: Omit<Known, 'id'>): string[] => [
  ...(gtin ? [`${kind} gtin ${gtinOf(gtin) ?? gtin}`] : []),
  ...(mpn ? [`${kind} mpn ${bareName(brand)} ${bareNumber(mpn)}`] : []),
  `${kind} name ${bareName(brand)} ${bareName(name)}`,
];

/** Finds the part that another description speaks of. What is learnt later takes the place of what has its id. */
export class PartFinder<P extends Known> {
  private readonly ids = new Map<string, string>();
  private readonly parts = new Map<string, P>();

  constructor(parts: Iterable<P>) {
    for (const part of parts) this.learn(part);
  }

  learn(part: P): void {
    this.parts.set(part.id, part);
    for (const key of identityKeys(part)) if (!this.ids.has(key)) this.ids.set(key, part.id);
  }

  find(description: Omit<Known, 'id'>): P | undefined {
    const id = identityKeys(description)
      .map((key) => this.ids.get(key))
      .find((each) => each !== undefined);
    return id === undefined ? undefined : this.parts.get(id);
  }
}
