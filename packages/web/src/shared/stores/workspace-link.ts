import { joinWorkspaces, workspaceSchema, type SavedWorkspace, type Workspace } from '@ripe-pick/contract';
import type { ShallowRef } from 'vue';
import { call, CallFailed } from '../api/client.ts';
import type { History } from './history.ts';
import { dropUnsent, keepUnsent, unsentOf } from './unsent.ts';

export const isConflict = (error: unknown): boolean =>
  error instanceof CallFailed && error.code === 'conflict';

const MOST_UNANSWERED = 20;

/** Calls that read and save a workspace, with the revision that each save rests on; `onHistory` is told when steps came from there. */
export class WorkspaceLink {
  private revision = 0;
  private id = '';
  /** What the server has, as far as it is known here. */
  private base: Workspace;
  /** Saves that were sent and not answered: one of them may have been the last that arrived. */
  private unanswered: readonly string[] = [];
  /** What the browser keeps of it already. */
  private kept: Workspace | null = null;

  constructor(
    private readonly state: ShallowRef<Workspace>,
    private readonly history: History,
    private readonly onHistory: () => void,
  ) {
    this.base = state.value;
  }

  /** Reads what is saved. Null: that is all; else what was never sent has joined it, with the places where what was saved since stayed. */
  async read(): Promise<readonly string[] | null> {
    const saved = await call('workspace', undefined);
    const theirs = saved.workspace ?? this.state.value;
    const unsent = unsentOf(saved.id);
    dropUnsent(saved.id);
    this.takeOver(saved, theirs, theirs, '');
    const step = unsent?.step;
    const isThere = saved.history.steps.some(({ serial, at }) => serial === step?.serial && at === step.at);
    if (!unsent || isThere) return null;
    const { workspace, clashes } = joinWorkspaces(unsent.base, unsent.mine, theirs, 'theirs');
    const joined = workspaceSchema.safeParse(workspace);
    if (!joined.success) return ['all of it'];
    this.takeOver(saved, theirs, joined.data, 'import what was not sent');
    return clashes;
  }

  /** Sends what there is; `ahead` of so many saves that are on their way. Once it joins what another window saved meanwhile. */
  async send(ahead = 0): Promise<void> {
    try {
      await this.sendOnce(ahead);
    } catch (error) {
      if (!isConflict(error) || ahead > 0 || !(await this.join().catch(() => false))) throw error;
      await this.sendOnce(0);
    }
  }

  /** Takes over what another window saved, where nothing here waits to be sent; else the next save joins it. */
  async hear(saves: Readonly<Record<string, number>>): Promise<void> {
    if ((saves[this.id] ?? 0) <= this.revision || this.state.value !== this.base) return;
    const saved = await call('workspace', undefined);
    if (saved.id !== this.id || saved.revision <= this.revision || !saved.workspace) return;
    if (this.state.value === this.base) this.takeOver(saved, saved.workspace, saved.workspace, '');
  }

  /** Keeps in the browser what the server does not have. */
  keep(): void {
    if (this.kept === this.state.value) return; // tried again every few seconds
    this.kept = this.state.value;
    keepUnsent({ id: this.id, base: this.base, mine: this.state.value, step: this.history.last });
  }

  /** Keeps what there is, and sends it without looking back: the page goes away. */
  sendLast(send: () => Promise<void>): void {
    this.keep();
    send().catch(() => undefined);
  }

  /** Takes the server's state, and joins into it as one step what is here and not there. */
  private takeOver(saved: SavedWorkspace, theirs: Workspace, joined: Workspace, label: string): void {
    this.history.load(saved.history.steps, saved.history.done);
    this.revision = saved.revision;
    this.unanswered = [];
    this.id = saved.id;
    this.base = theirs;
    this.state.value = joined;
    if (joined !== theirs) this.history.push(label, theirs, joined, new Date().toISOString());
    this.onHistory();
  }

  /** Joins what another window saved meanwhile; false where both changed the same thing. */
  private async join(): Promise<boolean> {
    const saved = await call('workspace', undefined);
    const theirs = saved.workspace;
    if (saved.id !== this.id || !theirs) return false;
    const { workspace, clashes } = joinWorkspaces(this.base, this.state.value, theirs);
    const joined = workspaceSchema.safeParse(workspace);
    if (clashes.length > 0 || !joined.success) return false;
    this.takeOver(saved, theirs, joined.data, 'join what was changed elsewhere');
    return true;
  }

  private async sendOnce(ahead: number): Promise<void> {
    const { change, failed } = this.history.takeChange();
    const workspace = this.state.value;
    const operation = crypto.randomUUID();
    const body = {
      ...{ id: this.id, revision: this.revision + ahead, workspace, history: change },
      ...{ operation, unanswered: [...this.unanswered] },
    };
    this.unanswered = [...this.unanswered, operation].slice(-MOST_UNANSWERED);
    try {
      ({ revision: this.revision } = await call('saveWorkspace', body, { keepalive: true }));
      this.unanswered = [];
      this.base = workspace;
      dropUnsent(this.id);
    } catch (error) {
      failed();
      throw error;
    }
  }
}
