import type { ArchiveDesk } from '../archive/archives.ts';
import type { BackupDesk } from '../backup/backups.ts';
import type { Scheduler } from '../feeds/scheduler.ts';
import type { ReadingRoom } from '../feeds/room/room.ts';
import type { SimulatedMarket } from '../feeds/simulated.ts';
import type { Store } from '../store/index.ts';
import type { DemoFiles } from '../transfer/index.ts';
import type { Watch } from '../watch/run.ts';

/** What calls are answered with. */
export interface ServerContext {
  readonly store: Store;
  readonly version: string;
  /** Which instance this is, where its screens are, and where those of the other one are. */
  readonly instance: {
    readonly name: 'own' | 'demo';
    readonly base: string;
    readonly other: string | null;
  };
  /** The demo's files; null where these are not the demo's data. */
  readonly demo: DemoFiles | null;
  readonly archives: ArchiveDesk;
  readonly backups: BackupDesk;
  /** Called once an archive took the place of everything. */
  readonly onArchive: () => Promise<void>;
  /** Called once the demo was loaded. */
  readonly onDemo: () => Promise<void>;
  readonly scheduler: Scheduler;
  /** Where what others wrote is read. */
  readonly room: ReadingRoom;
  readonly watch: Watch;
  /** Null when no simulated market is shipped. */
  readonly market: SimulatedMarket | null;
  /** The moment that counts: the real one, or the simulated market's. */
  readonly now: () => Promise<Date>;
}
