/** Where something was read or typed, and on which day (ISO date). */
export interface Origin {
  readonly name: string;
  readonly on: string;
}

/** What is known of where a part's figures came from. */
interface WithOrigins {
  readonly source?: Origin | undefined;
  readonly origins?: Readonly<Record<string, Origin>> | undefined;
}

/** Where a figure of a part came from: its own origin, else the part's; null where nobody said. */
export const originOf = ({ source, origins }: WithOrigins, figure: string): Origin | null =>
  origins?.[figure] ?? source ?? null;

/**
 * The origins of a part's figures after some of them changed; undefined where all are those of the part itself.
 *
 * @param from where each changed figure is from now; null where that is not known
 */
export function originsAfter(
  { source, origins }: WithOrigins,
  from: Readonly<Record<string, Origin | null>>,
): Readonly<Record<string, Origin>> | undefined {
  const all = Object.entries({ ...origins, ...from }).flatMap(([figure, origin]) =>
    origin === null || (origin.name === source?.name && origin.on === source.on)
      ? []
      : [[figure, origin] as const],
  );
  return all.length > 0 ? Object.fromEntries(all) : undefined;
}
