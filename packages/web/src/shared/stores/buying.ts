import { today as localToday } from '@ripe-pick/contract';
import {
  MAX_RECEIPT_BYTES,
  MOST_KEPT,
  RECEIPTS_PATH,
  type Listing,
  type Order,
  type Receipt,
  type ClaimKept,
  type Version,
  type Workspace,
} from '@ripe-pick/contract';
import { claimsAfter, slipsFor, versionLines, type PlannedOrder, ordersOf } from '@ripe-pick/core/buying';
import type { BasketAnswer } from '@ripe-pick/core/search/orders';
import type { Cost } from '@ripe-pick/core/money';
import type { Deal, Picks } from '@ripe-pick/core/parts';
import { defineStore } from 'pinia';
import { computed, type Ref } from 'vue';
import { failureText, sendFile } from '../api/client.ts';
import { useBench } from './bench.ts';
import { useCatalogue } from './catalogue.ts';
import { useNames } from './names.ts';
import { useWorkspace } from './workspace.ts';

type KeptLine = Order['lines'][number];

interface KeptBuying {
  listings: Listing;
  orders: Order;
  claims: ClaimKept;
  versions: Version;
}
type KeptKind = keyof KeptBuying;

/** A fresh id; ids of what was removed may come again only after undo has forgotten them. */
const freshId = (kind: string): string => `${kind}-${crypto.randomUUID().slice(0, 8)}`;

const listOf = <K extends KeptKind>(state: Workspace, kind: K) =>
  state[kind] as unknown as readonly KeptBuying[K][]; // the list of that very kind

/** The lists of what is kept of buying; every change is a named step. */
function listEdits({ edit }: Pick<ReturnType<typeof useWorkspace>, 'edit'>) {
  type Change<K extends KeptKind> = (list: readonly KeptBuying[K][]) => readonly KeptBuying[K][];
  function change<K extends KeptKind>(kind: K, label: string, to: Change<K>) {
    edit(label, (state) => ({ ...state, [kind]: to(listOf(state, kind)) }) as unknown as Workspace); // the list of that very kind
  }
  return {
    change,
    add<K extends KeptKind>(kind: K, label: string, item: Omit<KeptBuying[K], 'id'>): string {
      const id = freshId(kind.slice(0, -1));
      change(kind, label, (list) => [...list, { ...item, id } as unknown as KeptBuying[K]]); // the id completes it
      return id;
    },
    patch: <K extends KeptKind>(
      kind: K,
      id: string,
      label: string,
      to: (item: KeptBuying[K]) => KeptBuying[K],
    ) => change(kind, label, (list) => list.map((each) => (each.id === id ? to(each) : each))),
    remove: (kind: KeptKind, id: string, label: string) =>
      change(kind, label, (list) => list.filter((each) => each.id !== id) as never), // the same list with one less
  };
}

/** Sends a receipt to be kept beside the database; a string is why it was not. */
async function sendReceipt(file: File): Promise<Receipt | string> {
  if (file.size > MAX_RECEIPT_BYTES) return `A receipt has at most ${MAX_RECEIPT_BYTES / 1024 / 1024} MB.`;
  if (file.size === 0) return 'The file is empty.';
  const receipt: Receipt = {
    id: freshId('receipt'),
    name: file.name.slice(0, 200) || 'receipt',
    type: file.type.slice(0, 100),
    bytes: file.size,
  };
  try {
    await sendFile(`${RECEIPTS_PATH}/${receipt.id}`, file);
    return receipt;
  } catch (error) {
    return failureText(error, 'The server did not take the file.');
  }
}

/** A planned order as it is kept. */
const orderFrom = ({ at: _at, gifts, ...order }: PlannedOrder, candidate: string): Order => ({
  ...order,
  id: freshId('order'),
  candidate,
  number: '',
  codes: [...order.codes],
  lines: order.lines.map((line) => ({ ...line })),
  receipts: [],
  note: gifts.length > 0 ? `Comes with: ${gifts.join(', ')}` : '',
});

/** What is kept of a purchase as it stands: the build with its totals, and the claims that come with it. */
function useSnapshots(today: Ref<string>) {
  const bench = useBench();
  const names = useNames();
  /** A build with its totals, to look back at later. */
  function versionOf(
    kind: Version['kind'],
    name: string,
    picks: Picks,
    cost: Cost,
  ): Omit<Version, 'id'> | null {
    if (!bench.index) return null;
    const rates = bench.summary?.rates;
    return {
      kind,
      name,
      on: today.value,
      currency: bench.currency,
      dueNowMinor: cost.dueNow,
      expectedMinor: cost.expected,
      afterMinor: cost.after,
      score: rates?.status === 'known' ? rates.objective.score : null,
      lines: versionLines(picks, cost, bench.index, names.part).map((line) => ({ ...line })),
      incidents: [],
      found: null,
      note: '',
    };
  }
  const claimsOf = (cost: Cost, deals: readonly Deal[], orders: readonly Order[]): ClaimKept[] =>
    slipsFor(cost, deals, bench.currency, names.part).map((slip) => ({
      ...slip,
      id: freshId('slip'),
      order: orders.find((order) => order.lines.some((line) => line.part === slip.part))?.id ?? null,
      papers: slip.papers.map((paper) => ({ ...paper })),
      chance: null,
      note: '',
      state: 'bought',
      boughtOn: today.value,
    }));
  return { versionOf, claimsOf };
}

/** Changes a line of an order, and what its claims come to, in one step. */
const lineEdit =
  ({ edit }: Pick<ReturnType<typeof useWorkspace>, 'edit'>) =>
  (order: string, at: number, label: string, to: (line: KeptLine) => KeptLine): void =>
    edit(label, (state) => {
      const before = state.orders.find((each) => each.id === order)?.lines[at];
      if (!before) return state;
      const line = to(before);
      const isMoved = line.state !== before.state && line.part !== null;
      const lines = (each: Order) => each.lines.map((old, n) => (n === at ? line : old));
      return {
        ...state,
        orders: state.orders.map((each) => (each.id === order ? { ...each, lines: lines(each) } : each)),
        claims: isMoved ? [...claimsAfter(state.claims, order, line.part ?? '', line.state)] : state.claims,
      };
    });

/** What is kept of buying: every change is a named step of the workspace. */
export const useBuying = defineStore('buying', () => {
  const catalogueStore = useCatalogue();
  const workspace = useWorkspace();
  const bench = useBench();
  const today = computed(() => catalogueStore.catalogue?.today ?? localToday());
  const lists = listEdits(workspace);

  const { versionOf, claimsOf } = useSnapshots(today);

  return {
    ...lists,
    today,
    isFull: (kind: KeptKind) => workspace[kind].length >= MOST_KEPT,
    versionOf,
    /** Keeps the active candidate as it stands. */
    keepVersion(kind: Version['kind'], name: string): void {
      const cost = bench.summary?.cost;
      const version = cost ? versionOf(kind, name, workspace.picks, cost) : null;
      if (version) lists.add('versions', `keep ${name}`, version);
    },
    /** Turns a basket into orders: one step that adds them, their claims and the version that was ordered. */
    place({ cost, picks }: BasketAnswer, planned: readonly PlannedOrder[]): void {
      if (!bench.index) return;
      const orders = planned.map((each) => orderFrom(each, ordersOf(workspace.active)));
      const claims = claimsOf(cost, bench.index.deals, orders);
      const version = versionOf('ordered', `${workspace.active.name} as ordered`, picks, cost);
      const versions = version ? [{ ...version, id: freshId('version') }] : [];
      workspace.edit('turn the basket into orders', (state) => ({
        ...state,
        orders: [...state.orders, ...orders],
        claims: [...state.claims, ...claims],
        versions: [...state.versions, ...versions],
      }));
    },
    changeLine: lineEdit(workspace),
    /** Keeps a file beside the database and names it in an order; a string is why it was not kept. */
    async keepReceipt(order: string, file: File): Promise<string | null> {
      const receipt = await sendReceipt(file);
      if (typeof receipt === 'string') return receipt;
      lists.patch('orders', order, `keep ${receipt.name}`, (each) => ({
        ...each,
        receipts: [...each.receipts, receipt],
      }));
      return null;
    },
  };
});
