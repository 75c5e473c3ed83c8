import {
  CLOSED,
  FREE,
  PAID,
  UNDECIDED,
  type OrderBranch,
  type PricedCandidate,
  type RowBound,
  type SlotRule,
  type SplitTask,
  type Wide,
} from './node.ts';
import { usedCombos, type Need } from './needs.ts';
import type { OrderSums } from './order-sums.ts';
import { weightIn } from './rows.ts';
import { OFF, ON, OPEN, type Coupling } from './terms.ts';
import { reachOf } from './wide.ts';

/** What a branch decides beyond the one above it. */
interface Decided {
  readonly shops?: Uint8Array;
  readonly couplings?: Uint8Array;
  readonly bounds?: readonly RowBound[];
  readonly rules?: readonly SlotRule[];
}

/** A coupling to decide, and what the bound may promise too much by it. */
interface OpenCoupling {
  readonly coupling: number;
  readonly weight: number;
}

const larger = (a: OpenCoupling | null, b: OpenCoupling) => (a && a.weight >= b.weight ? a : b);

/** Makes the branches below a branch: what the bound promised and the parts found do not keep is decided. */
export class Branching {
  private readonly reach: ReturnType<typeof reachOf>;
  private readonly slotCount: number;

  constructor(
    private readonly task: SplitTask,
    private readonly wide: Wide,
    private readonly sums: OrderSums,
    private readonly stack: OrderBranch[],
  ) {
    const { shops, couplings } = task.terms;
    this.reach = reachOf(task.candidates, shops.length, couplings.length);
    this.slotCount = task.slots.length;
  }

  private get couplings(): readonly Coupling[] {
    return this.task.terms.couplings;
  }

  /** Branches on the first of what is asked for and not met, else on the coupling or the fee that weighs most. */
  branch(node: OrderBranch, chosen: readonly PricedCandidate[], needs: readonly Need[]): void {
    for (const { row, need } of needs) if (this.onRow(node, chosen, row, need)) return;
    const users = new Map<number, number[]>();
    chosen.forEach(({ option }, slot) => {
      for (const { coupling } of option.links) users.set(coupling, [...(users.get(coupling) ?? []), slot]);
    });
    for (const [coupling, slots] of users) if (this.onTooMany(node, coupling, slots)) return;
    const open = this.task.faults?.noDealBranch ? null : this.heaviestOpen(node, chosen, users);
    const unpaid = this.dearestFee(node);
    if (open && (!unpaid || open.weight >= unpaid.fee)) this.onCoupling(node, open.coupling);
    else if (unpaid) this.onShop(node, unpaid.shop);
  }

  private push(node: OrderBranch, change: Decided): void {
    const { shops } = this.task.terms;
    let dirty = 0;
    change.shops?.forEach((state, s) => {
      // A flat fee and free sending change no price.
      const changesPrices =
        state === CLOSED || (state >= PAID && (shops[s].perItem > 0 || shops[s].byClass.length > 0));
      if (state !== node.shops[s] && changesPrices) dirty |= this.reach.shops[s];
    });
    change.couplings?.forEach((state, c) => {
      if (state !== node.couplings[c] && this.wide.worth[c] === 0) dirty |= this.reach.couplings[c];
    });
    for (const { slot } of [...(change.bounds ?? []), ...(change.rules ?? [])]) dirty |= 1 << slot;
    this.stack.push({
      shops: change.shops ?? node.shops,
      couplings: change.couplings ?? node.couplings,
      bounds: change.bounds ? [...node.bounds, ...change.bounds] : node.bounds,
      rules: change.rules ? [...node.rules, ...change.rules] : node.rules,
      candidates: node.candidates,
      above: node.above,
      dirty,
    });
  }

  private pushShop(node: OrderBranch, shop: number, state: number): void {
    const shops = node.shops.slice();
    shops[shop] = state;
    this.push(node, { shops });
  }

  private pushCoupling(
    node: OrderBranch,
    coupling: number,
    state: number,
    alsoOff: readonly number[] = [],
  ): void {
    const couplings = node.couplings.slice();
    couplings[coupling] = state;
    for (const other of alsoOff) couplings[other] = OFF;
    this.push(node, { couplings });
  }

  /** More pieces than are in stock, or more claims than the household may make; false where there is neither. */
  private onTooMany(node: OrderBranch, coupling: number, slots: readonly number[]): boolean {
    const each = this.couplings[coupling];
    if (each.kind === 'stock' && slots.length > each.pieces) {
      for (const slot of slots) this.push(node, { rules: [{ slot, coupling, rule: 'ban' }] });
      return true;
    }
    if (each.kind !== 'claim' || this.wide.worth[coupling] > 0) return false;
    const claiming = slots.filter((slot) => !this.hasRule(node, slot, coupling, 'no-credit'));
    if (claiming.length <= each.left) return false;
    this.onClaim(node, coupling, each.left, claiming);
    return true;
  }

  private hasRule(node: OrderBranch, slot: number, coupling: number, rule: SlotRule['rule']): boolean {
    return node.rules.some((each) => each.slot === slot && each.coupling === coupling && each.rule === rule);
  }

  /** More slots would claim than the household may: one of them claims, or it does not. */
  private onClaim(node: OrderBranch, coupling: number, left: number, claiming: readonly number[]): void {
    const isMust = (slot: number) => this.hasRule(node, slot, coupling, 'must');
    const [slot] = claiming.filter((each) => !isMust(each));
    this.push(node, { rules: [{ slot, coupling, rule: 'no-credit' }] });
    const musts = 1 + node.rules.filter((rule) => rule.coupling === coupling && rule.rule === 'must').length;
    if (musts > left) return;
    const rules: SlotRule[] = [{ slot, coupling, rule: 'must' }];
    if (musts === left)
      for (let other = 0; other < this.slotCount; other++)
        if (other !== slot && !isMust(other)) rules.push({ slot: other, coupling, rule: 'no-credit' });
    this.push(node, { rules });
  }

  /** What the bound may promise too much by a coupling that slots use and that is not decided. */
  private promised(coupling: number, chosen: readonly PricedCandidate[], slots: readonly number[]): number {
    const each = this.couplings[coupling];
    switch (each.kind) {
      case 'lot':
        return slots.length < each.size ? each.cost : 0;
      case 'combo':
        return each.off;
      case 'code': {
        const valueIn = (slot: number) =>
          chosen[slot].option.links.find((link) => link.coupling === coupling)?.value ?? 0;
        return Math.max(
          each.off,
          slots.reduce((sum, slot) => sum + valueIn(slot), 0),
        );
      }
      default:
        return 0;
    }
  }

  /** The coupling by which the bound may promise most; null where it promises nothing too much. */
  private heaviestOpen(
    node: OrderBranch,
    chosen: readonly PricedCandidate[],
    users: ReadonlyMap<number, readonly number[]>,
  ): OpenCoupling | null {
    const isOpen = (c: number) => node.couplings[c] === OPEN;
    const { worth } = this.wide;
    let open: OpenCoupling | null = null;
    for (const [coupling, slots] of users)
      if (isOpen(coupling) && worth[coupling] === 0)
        open = larger(open, { coupling, weight: this.promised(coupling, chosen, slots) });
    for (const [coupling, each] of this.couplings.entries()) {
      if (worth[coupling] === 0 || !isOpen(coupling)) continue;
      const left = each.kind === 'claim' ? Math.max(0, each.left - (users.get(coupling)?.length ?? 0)) : 1;
      open = larger(open, { coupling, weight: left * worth[coupling] });
    }
    return open && open.weight > 0 ? open : null;
  }

  /** The shop whose fee is left out and weighs most. */
  private dearestFee(node: OrderBranch): { readonly shop: number; readonly fee: number } | null {
    const { terms } = this.task;
    let dearest: { shop: number; fee: number } | null = null;
    for (let shop = 0; shop < terms.shops.length; shop++) {
      if (node.shops[shop] !== UNDECIDED || !this.sums.isUsed(shop)) continue;
      const fee = this.sums.feeAt(shop, usedCombos(node, terms, shop));
      if (fee > (dearest?.fee ?? 0)) dearest = { shop, fee };
    }
    return dearest;
  }

  private onCoupling(node: OrderBranch, at: number): void {
    const each = this.couplings[at];
    if (each.kind === 'claim') {
      for (let times = 0; times <= each.left; times++) this.pushCoupling(node, at, OFF + times);
      return;
    }
    this.pushCoupling(node, at, OFF);
    const excluded =
      each.kind === 'combo'
        ? each.overlaps
        : each.kind === 'code' && !each.stacks
          ? this.couplings.flatMap((other, c) =>
              c !== at && other.kind === 'code' && other.shop === each.shop && !other.stacks ? [c] : [],
            )
          : [];
    this.pushCoupling(node, at, ON, excluded);
  }

  private onShop(node: OrderBranch, shop: number): void {
    const { byClass, freeFrom } = this.task.terms.shops[shop];
    this.pushShop(node, shop, CLOSED);
    for (let weight = 0; weight < Math.max(1, byClass.length); weight++)
      this.pushShop(node, shop, PAID + weight);
    if (Number.isFinite(freeFrom) && !this.task.faults?.noThresholdBranch) this.pushShop(node, shop, FREE);
  }

  /** The most that a slot's candidates can add to a row within its bounds. */
  private mostIn(node: OrderBranch, slot: number, row: number): number {
    const caps = node.bounds.filter((bound) => bound.slot === slot && bound.row === row);
    const cap = Math.min(Infinity, ...caps.map((bound) => bound.atMost));
    let most = 0;
    for (const { options } of node.candidates[slot])
      for (const option of options) {
        const weight = weightIn(option, row, this.task.terms);
        if (weight <= cap && weight > most) most = weight;
      }
    return most;
  }

  /** Where a row stays below its need: one slot adds more to it than now, or not more. False when the need is met. */
  private onRow(node: OrderBranch, chosen: readonly PricedCandidate[], row: number, need: number): boolean {
    const now = chosen.map(({ option }) => weightIn(option, row, this.task.terms));
    if (now.reduce((sum, weight) => sum + weight, 0) >= need) return false;
    let possible = 0;
    let slot = -1;
    let largestGain = 0;
    for (let each = 0; each < this.slotCount; each++) {
      const most = this.mostIn(node, each, row);
      possible += most;
      if (most - now[each] <= largestGain) continue;
      largestGain = most - now[each];
      slot = each;
    }
    if (possible < need || slot < 0) return true;
    if (possible - largestGain >= need)
      this.push(node, { bounds: [{ slot, row, above: -1, atMost: now[slot] }] });
    this.push(node, { bounds: [{ slot, row, above: now[slot], atMost: Infinity }] });
    return true;
  }
}
