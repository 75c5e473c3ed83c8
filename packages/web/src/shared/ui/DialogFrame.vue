<script setup lang="ts">
import { X } from '@lucide/vue';
import { NModal } from 'naive-ui';
import { nextTick, useId, useTemplateRef, watch } from 'vue';
import { focusScreen, keepFocus } from './keep-focus.ts';
import { usePhone } from './phone.ts';

/**
 * How a dialog looks and behaves; see Dialog.vue.
 *
 * A dialog with a heading of its own and one way out; Escape and a click beside it close it too. On a phone it is a sheet
 * from below. Its root is a div because the modal's focus trap looks for one.
 */
const props = defineProps<{ show: boolean; title: string; width: number }>();
const emit = defineEmits<{ close: [] }>();
const id = useId();
const isPhone = usePhone();
const body = useTemplateRef('body');

let openedOn = '';
watch(
  () => props.show,
  (show) => show && (openedOn = location.pathname),
  { immediate: true },
);
const FOCUSABLE = 'input, textarea, button, [tabindex="0"]';
/** What a dialog is opened for has the focus at once, where something in it is marked as that, or as around it. */
function entered(): void {
  const { activeElement } = document;
  if (activeElement !== body.value && body.value?.contains(activeElement)) return;
  const first = body.value?.querySelector<HTMLElement>('[data-first]');
  const target = first?.matches(FOCUSABLE) ? first : first?.querySelector<HTMLElement>(FOCUSABLE);
  (target ?? body.value)?.focus();
}
/** What is typed before the field has the focus goes into the field all the same. */
function typed({ key, ctrlKey, metaKey, altKey }: KeyboardEvent): void {
  if (key.length === 1 && key !== ' ' && !ctrlKey && !metaKey && !altKey) entered();
}
/* At once where it opens with its screen, and once more after the way in: what was left may have taken the focus back. */
watch(body, (element) => element && entered(), { flush: 'post' });
/** The focus goes back to where it was, unless that is on a screen that was left by what the dialog did. */
async function left(): Promise<void> {
  await nextTick(); // the modal gives the focus back first
  if (location.pathname === openedOn) void keepFocus();
  else focusScreen();
}
</script>

<template>
  <NModal
    :show="show"
    :auto-focus="false"
    @update:show="(value: boolean) => !value && emit('close')"
    @after-enter="entered"
    @after-leave="left"
  >
    <div
      class="sheet dialog"
      :class="{ below: isPhone }"
      role="dialog"
      aria-modal="true"
      :aria-labelledby="id"
      :style="{ width: isPhone ? '100vw' : `min(${width}px, 96vw)` }"
    >
      <header>
        <h2 :id="id">{{ title }}</h2>
        <button class="plain" aria-label="Close" @click="emit('close')">
          <X :size="18" aria-hidden="true" />
        </button>
      </header>
      <div ref="body" class="body" tabindex="0" role="group" :aria-labelledby="id" @keydown.self="typed">
        <slot />
      </div>
    </div>
  </NModal>
</template>

<style scoped>
.dialog {
  padding: 14px 18px 16px;
}
.dialog.below {
  margin: auto 0 0;
  border-radius: 14px 14px 0 0;
  border-width: 1px 0 0;
  padding: 8px 12px calc(12px + env(safe-area-inset-bottom));
}
header {
  display: flex;
  justify-content: space-between;
  align-items: center;
  gap: 12px;
  margin-bottom: 8px;
}
h2 {
  font-size: var(--text-title);
}
.body {
  max-height: 76vh;
  overflow: auto;
  padding: 6px 8px;
  margin: 0 -8px;
  outline-offset: 0;
}
</style>
