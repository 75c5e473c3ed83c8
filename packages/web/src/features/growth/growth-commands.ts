import { offerCommands } from '../../shared/stores/commands.ts';

interface GrowthActs {
  readonly path: {
    readonly take: () => void;
    readonly bestFromHere: () => unknown;
    readonly watchParts: () => void;
    readonly toCalendar: () => void;
  };
  /** Name of the path that can be taken; null where the path shown is taken already. */
  readonly taken: () => string | null;
}

/** What the palette offers on Upgrades. */
export function useGrowthCommands({ path, taken }: GrowthActs): void {
  offerCommands(() => {
    const title = taken();
    return [
      ...(title !== null
        ? [
            {
              id: 'growth-take',
              title: `Take this path: ${title}`,
              group: 'Upgrades',
              run: path.take,
            },
          ]
        : []),
      {
        id: 'growth-best',
        title: 'Best path from this build',
        group: 'Upgrades',
        run: () => void path.bestFromHere(),
      },
      { id: 'growth-watch', title: 'Watch the parts of this path', group: 'Upgrades', run: path.watchParts },
      {
        id: 'growth-calendar',
        title: 'Steps of this path into the calendar',
        group: 'Upgrades',
        run: path.toCalendar,
      },
    ];
  });
}
