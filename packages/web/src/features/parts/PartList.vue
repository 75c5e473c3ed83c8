<script setup lang="ts">
import type { Part } from '@ripe-pick/core/parts';
import { NVirtualList } from 'naive-ui';
import { computed, ref } from 'vue';
import { countWords } from '../../shared/format/format.ts';
import { SLOT_NAMES } from '../../shared/format/slots.ts';
import type { ShelfRow } from './shelf-rows.ts';

/** The parts of the shelf, one a row; only what is in sight is drawn. */
const props = defineProps<{ rows: readonly ShelfRow[]; label: string }>();
const selected = defineModel<ReadonlySet<string>>('selected', { required: true });
const emit = defineEmits<{ open: [part: Part]; duplicate: [part: Part]; remove: [row: ShelfRow] }>();

const ROW_PX = 46;
/** Keyed by place: a row that shows another part is written over, not made anew. */
const items = computed(() => props.rows.map((row, at) => ({ key: at, row, at })));

/** The row whose controls are in the order of Tab: the one that had the focus last, or else the first in sight. */
const stop = ref(0);
const stopAt = computed(() => Math.min(stop.value, props.rows.length - 1));
const tabIndex = (at: number) => (at === stopAt.value ? 0 : -1);
function keepInSight(event: Event) {
  const holder = event.target as HTMLElement;
  if (holder.contains(document.activeElement)) return;
  const first = Math.ceil(holder.scrollTop / ROW_PX);
  const last = Math.floor((holder.scrollTop + holder.clientHeight) / ROW_PX) - 1;
  if (stop.value < first || stop.value > last) stop.value = first;
}

const list = ref<InstanceType<typeof NVirtualList> | null>(null);
/** A row that is far away is drawn some frames after it was scrolled to; the list may move once more while it settles. */
const FRAMES = 30;
/** To a row along the list. */
async function move(to: number) {
  if (to < 0 || to >= props.rows.length) return;
  for (let frame = 0; frame < FRAMES; frame++) {
    list.value?.scrollTo({ index: to });
    await new Promise(requestAnimationFrame);
    const row = document.getElementById(`shelf-${to}`);
    row?.focus({ preventScroll: true });
    if (row !== null && row === document.activeElement) return;
  }
}

/** Where the last one was marked: with Shift all from there on are. */
let from: number | null = null;
function mark(at: number, event: MouseEvent) {
  const isOn = !selected.value.has(props.rows[at].part.id);
  const [first, last] = event.shiftKey && from !== null ? [Math.min(from, at), Math.max(from, at)] : [at, at];
  const next = new Set(selected.value);
  for (const { part } of props.rows.slice(first, last + 1)) {
    if (isOn) next.add(part.id);
    else next.delete(part.id);
  }
  from = at;
  selected.value = next;
}
</script>

<template>
  <div class="sheet shelf" role="list" :aria-label="label">
    <NVirtualList ref="list" :items="items" :item-size="ROW_PX" class="list" @scroll="keepInSight">
      <template #default="{ item }: { item: { row: ShelfRow; at: number } }">
        <div
          class="row"
          role="listitem"
          :aria-posinset="item.at + 1"
          :aria-setsize="rows.length"
          :style="{ height: `${ROW_PX}px` }"
          @focusin="stop = item.at"
        >
          <label class="mark"
            ><input
              type="checkbox"
              :tabindex="tabIndex(item.at)"
              :checked="selected.has(item.row.part.id)"
              :aria-label="`Mark ${item.row.title}`"
              title="Mark; with Shift, all from the last one on"
              @click="mark(item.at, $event)"
          /></label>
          <button
            :id="`shelf-${item.at}`"
            :tabindex="tabIndex(item.at)"
            class="plain name"
            :title="item.row.title"
            @click="emit('open', item.row.part)"
            @keydown.down.prevent="move(item.at + 1)"
            @keydown.up.prevent="move(item.at - 1)"
            @keydown.home.prevent="move(0)"
            @keydown.end.prevent="move(rows.length - 1)"
            @keydown="(event: KeyboardEvent) => event.key === 'Delete' && emit('remove', item.row)"
          >
            <b>{{ item.row.title }}</b>
            <span class="quiet">{{ SLOT_NAMES[item.row.part.kind] }}</span>
          </button>
          <span class="specs" :title="item.row.specs">{{ item.row.specs }}</span>
          <span class="num" :class="item.row.gaps > 0 ? 'gap' : 'quiet'">{{
            item.row.gaps === 0 ? 'complete' : `${item.row.gaps} missing`
          }}</span>
          <span class="num quiet">{{
            item.row.offers === 0 ? 'no price' : countWords(item.row.offers, 'offer')
          }}</span>
          <span class="acts">
            <button
              class="plain edged"
              :tabindex="tabIndex(item.at)"
              @click="emit('duplicate', item.row.part)"
            >
              Duplicate<span class="visually-hidden"> {{ item.row.title }}</span>
            </button>
            <button class="plain edged" :tabindex="tabIndex(item.at)" @click="emit('remove', item.row)">
              Delete<span class="visually-hidden"> {{ item.row.title }}</span>
            </button>
          </span>
        </div>
      </template>
    </NVirtualList>
  </div>
</template>

<style scoped>
.mark {
  display: grid;
  place-items: center;
}
@media (max-width: 760px) {
  .mark {
    min-width: 44px;
  }
}
.shelf {
  flex: 1;
  min-height: 240px;
  overflow: hidden;
}
.list {
  height: 100%;
}
.row {
  display: grid;
  grid-template-columns: 20px minmax(180px, 1.2fr) minmax(0, 2fr) 84px 84px auto;
  gap: 10px;
  align-items: center;
  padding: 0 12px;
  border-bottom: 1px solid var(--line);
  font-size: var(--text-small);
}
input {
  width: 18px;
  height: 18px;
  accent-color: var(--plum);
}
.name {
  display: grid;
  justify-items: start;
  text-align: left;
  min-width: 0;
  padding: 2px 4px;
}
.name span {
  margin: 0;
}
.name b,
.specs {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
  max-width: 100%;
}
.gap {
  color: var(--apricot);
}
.acts {
  display: flex;
  gap: 6px;
}
@media (max-width: 900px) {
  .row {
    grid-template-columns: 24px minmax(0, 1fr) 84px;
  }
  .specs,
  .acts,
  .row > .num.quiet {
    display: none;
  }
}
</style>
