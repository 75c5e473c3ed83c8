import { recordSchema, type Area, type Counts, type StoredPart } from '@ripe-pick/contract';
import type { Kysely } from 'kysely';
import { hasGap } from './catalogue.ts';
import { bodiesOf, readHead, readOffers, readParts, setAsideCrossed } from './read-catalogue.ts';
import { readBenchWithin } from './records.ts';
import { readBodies } from './set-aside.ts';
import { AREAS, newestOf, PiecedTable } from './revisions.ts';
import { gzipOf, plainOf, textPiece, type TextPiece } from './text-pieces.ts';
import type { Tables } from './tables.ts';

/*
 * What windows hold as a whole, as JSON that is written and compressed once: what has changed since is read, judged and written anew, and
 * nothing else.
 */

/** JSON as bytes, with the number of the change that it is of. */
interface ReadyText {
  readonly revision: number;
  readonly plain: () => Uint8Array<ArrayBuffer>;
  readonly gzip: () => Uint8Array<ArrayBuffer>;
}

const COMMA = textPiece(',');

/** Pieces of lists, with commas between those that hold something. */
const joined = (pieces: readonly TextPiece[]) =>
  pieces.flatMap((piece, n) => (n === 0 ? [piece] : [COMMA, piece]));

const listed = (items: readonly unknown[]): TextPiece | null =>
  items.length === 0 ? null : textPiece(items.map((item) => JSON.stringify(item)).join(','));

/** Apart from where it is made: what it holds on to is these pieces, and not the answers before it. */
function readyText(revision: number, pieces: readonly TextPiece[]): ReadyText {
  let gzip: Uint8Array<ArrayBuffer> | null = null;
  return { revision, plain: () => plainOf(pieces), gzip: () => (gzip ??= gzipOf(pieces)) };
}

/** Remembers an answer until its revision is another one. */
abstract class JsonReader {
  private last: Promise<ReadyText> | null = null;

  constructor(
    private readonly db: Kysely<Tables>,
    private readonly area: Area,
  ) {}

  /** Reads what has changed, in order. */
  protected abstract pieces(tx: Kysely<Tables>): Promise<readonly TextPiece[]>;

  /** Begins anew. */
  protected abstract forget(): void;

  /** One after another: two calls at a time read what has changed once. */
  read(): Promise<ReadyText> {
    const before = this.last;
    this.last = (async () => this.following((await before?.catch(() => null)) ?? null))();
    return this.last;
  }

  private async following(before: ReadyText | null): Promise<ReadyText> {
    try {
      return await this.db.transaction().execute(async (tx) => {
        if (before && (await newestOf(tx, AREAS[this.area])) === before.revision) return before;
        const pieces = await this.pieces(tx);
        return readyText(await newestOf(tx, AREAS[this.area]), pieces);
      });
    } catch (error) {
      this.forget();
      throw error;
    }
  }
}

interface PartsPiece {
  readonly text: TextPiece;
  /** What deals and rates name. */
  readonly names: readonly Pick<StoredPart, 'id' | 'kind'>[];
}

const START = textPiece('{"format":"ripe-pick/catalogue","version":2,"parts":[');
const OFFERS = textPiece('],"offers":[');

const HEAD = AREAS.catalogue.filter((table) => table !== 'parts' && table !== 'offers');

/** The whole catalogue. */
export class CatalogueJson extends JsonReader {
  private readonly parts = new PiecedTable<PartsPiece>('parts', async (tx, from, to) => {
    const parts = await readParts(tx, [from, to]);
    const text = listed(parts);
    return text && { text, names: parts.map(({ id, kind }) => ({ id, kind })) };
  });
  private readonly offers = new PiecedTable<TextPiece>('offers', async (tx, from, to) =>
    listed(await readOffers(tx, [from, to])),
  );

  private head = textPiece('');
  /** The change that it is of. */
  private headOf = -1;

  constructor(db: Kysely<Tables>) {
    super(db, 'catalogue');
  }

  protected forget(): void {
    this.parts.forget();
    this.offers.forget();
    this.headOf = -1;
  }

  protected async pieces(tx: Kysely<Tables>): Promise<readonly TextPiece[]> {
    const isOther = await this.parts.refresh(tx);
    if (isOther || (await newestOf(tx, HEAD)) !== this.headOf) await this.readHead(tx);
    // Last, since what was set aside may have taken offers with it.
    await this.offers.refresh(tx);
    const parts = joined(this.parts.all().map(({ text }) => text));
    return [START, ...parts, OFFERS, ...joined(this.offers.all()), this.head];
  }

  /** What stands beside parts and offers, without what names parts or shops that are not there. */
  private async readHead(tx: Kysely<Tables>): Promise<void> {
    const head = await readHead(tx);
    const parts = this.parts.all().flatMap(({ names }) => names);
    // Offers name what is there: the database itself sees to that.
    const isCrossed = await setAsideCrossed(tx, { ...head, parts, offers: [] });
    this.head = textPiece(`],${JSON.stringify(isCrossed ? await readHead(tx) : head).slice(1)}`);
    this.headOf = await newestOf(tx, HEAD);
  }
}

/** All benchmark records. */
export class RecordsJson extends JsonReader {
  private readonly records = new PiecedTable<TextPiece>('records', async (tx, from, to) =>
    listed(await readBodies(tx, 'records', await bodiesOf(tx, 'records', [from, to]), recordSchema)),
  );

  constructor(db: Kysely<Tables>) {
    super(db, 'records');
  }

  protected forget(): void {
    this.records.forget();
  }

  protected async pieces(tx: Kysely<Tables>): Promise<readonly TextPiece[]> {
    await this.records.refresh(tx);
    return [textPiece('{"records":['), ...joined(this.records.all()), textPiece(']}')];
  }
}

/** Own machines and their passes. */
export class BenchJson extends JsonReader {
  constructor(db: Kysely<Tables>) {
    super(db, 'bench');
  }

  protected forget(): void {}

  protected async pieces(tx: Kysely<Tables>): Promise<readonly TextPiece[]> {
    return [textPiece(JSON.stringify(await readBenchWithin(tx)))];
  }
}

/** What a catalogue holds, counted. */
export class CatalogueCounts {
  private readonly gaps = new PiecedTable<number>(
    'parts',
    async (tx, from, to) => (await readParts(tx, [from, to])).filter(hasGap).length,
  );

  constructor(private readonly db: Kysely<Tables>) {}

  async read(): Promise<Counts> {
    try {
      return await this.counted();
    } catch (error) {
      this.gaps.forget();
      throw error;
    }
  }

  private counted(): Promise<Counts> {
    return this.db.transaction().execute(async (tx) => {
      await this.gaps.refresh(tx);
      const count = async (table: 'parts' | 'shops' | 'offers' | 'games') => {
        const { n } = await tx
          .selectFrom(table)
          .select(({ fn }) => fn.countAll<number>().as('n'))
          .executeTakeFirstOrThrow();
        return n;
      };
      return {
        parts: await count('parts'),
        shops: await count('shops'),
        offers: await count('offers'),
        games: await count('games'),
        gaps: this.gaps.all().reduce((sum, each) => sum + each, 0),
      };
    });
  }
}
