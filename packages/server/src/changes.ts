import type { ChangeHeard } from '@ripe-pick/contract';
import type { Store } from './store/index.ts';

/** Tells of changes of what is kept, each once. */
export class Changes {
  private told = '';
  private isAsked = false;
  private isLooking = false;
  private looking: Promise<void> = Promise.resolve();

  constructor(
    private readonly store: Pick<Store, 'revisions' | 'saves'>,
    private readonly tell: (change: ChangeHeard) => void,
  ) {}

  /** Something may have changed. */
  look(): void {
    this.isAsked = true;
    if (!this.isLooking) this.looking = this.run();
  }

  /** Resolves when nothing is looked at any more. */
  async idle(): Promise<void> {
    await this.looking;
  }

  private async run(): Promise<void> {
    this.isLooking = true;
    try {
      while (this.isAsked) await this.lookOnce();
    } catch (error) {
      console.error(error);
    } finally {
      // In the same breath as the last question: who asks from now on begins anew.
      this.isLooking = false;
    }
  }

  private async lookOnce(): Promise<void> {
    this.isAsked = false;
    const saves = Object.fromEntries(await this.store.saves());
    const change = { revisions: await this.store.revisions(), saves };
    const now = JSON.stringify(change);
    if (now !== this.told) this.tell(change);
    this.told = now;
  }
}
