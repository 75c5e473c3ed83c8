import type { ChangeHeard } from '@ripe-pick/contract';
import type { Store } from './store/index.ts';

/** Tells of changes of what is kept, each once. */
export class Changes {
  private told = '';
  private looking: Promise<void> | null = null;
  private isAskedAgain = false;

  constructor(
    private readonly store: Pick<Store, 'revisions' | 'saves'>,
    private readonly tell: (change: ChangeHeard) => void,
  ) {}

  /** Something may have changed. */
  look(): void {
    this.isAskedAgain = true;
    this.looking ??= this.run().finally(() => (this.looking = null));
  }

  /** Resolves when nothing is looked at any more. */
  async idle(): Promise<void> {
    await this.looking;
  }

  private async run(): Promise<void> {
    while (this.isAskedAgain) {
      this.isAskedAgain = false;
      const saves = Object.fromEntries(await this.store.saves());
      const change = { revisions: await this.store.revisions(), saves };
      const now = JSON.stringify(change);
      if (now !== this.told) this.tell(change);
      this.told = now;
    }
  }
}
