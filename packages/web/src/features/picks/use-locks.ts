import { isAdded, type Lock, type Slot } from '@ripe-pick/core/parts';
import { useMessage } from 'naive-ui';
import { SLOT_NAMES } from '../../shared/format/slots.ts';
import { useWorkspace } from '../../shared/stores/workspace.ts';

/** Locks of slots: by hand, or by an order, which only what becomes of the order takes off. */
export function useLocks() {
  const workspace = useWorkspace();
  const message = useMessage();
  const lockOf = (slot: Slot): Lock | null =>
    workspace.brief.locks.find((lock) => lock.slot === slot) ?? null;
  /** Says why a slot cannot change; false where it can. */
  function isHeld(slot: Slot): boolean {
    const lock = lockOf(slot);
    // What the user added is held against searches, not against him.
    if (isAdded(slot) && !lock?.isOrdered) return false;
    if (lock)
      message.warning(
        lock.isOrdered
          ? `${SLOT_NAMES[slot]} is ordered. Say under Shopping day that it is cancelled, sent back or sold: then the slot is free.`
          : `${SLOT_NAMES[slot]} is locked. Press L to unlock it.`,
      );
    return lock !== null;
  }
  function toggleLock(slot: Slot): void {
    const lock = lockOf(slot);
    if (lock?.isOrdered) {
      isHeld(slot);
      return;
    }
    const part = workspace.picks[slot]?.part ?? null;
    workspace.editBrief(`${lock ? 'unlock' : 'lock'} ${SLOT_NAMES[slot]}`, (brief) => ({
      ...brief,
      locks: lock
        ? brief.locks.filter((each) => each.slot !== slot)
        : [...brief.locks, { slot, part, offer: null }],
    }));
  }
  return { lockOf, isHeld, toggleLock };
}
