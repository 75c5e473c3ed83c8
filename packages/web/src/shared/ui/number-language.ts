import { useStorage } from '@vueuse/core';
import { computed, watchEffect } from 'vue';
import { writeNumbersAs } from '@ripe-pick/core/units';

/** Ways of writing numbers that differ: by marks, by spaces, by groups. */
const LANGUAGES = ['en', 'de', 'de-CH', 'fr', 'sv', 'ja', 'hi'] as const;
const names = new Intl.DisplayNames('en', { type: 'language' });
const sample = (tag?: string) => new Intl.NumberFormat(tag, { minimumFractionDigits: 2 }).format(1_234_567.5);

/** A type, since the lists of Naive UI take no interface. */
type LanguageChoice = { value: string; label: string };

/** How numbers can be written, each by its sample. */
export const languageChoices = (): LanguageChoice[] => [
  { value: 'browser', label: `${sample(navigator.language)}, as this browser is set` },
  ...LANGUAGES.map((tag) => ({ value: tag, label: `${sample(tag)}, ${names.of(tag) ?? tag}` })),
];

/** The language that numbers and money are written in on this device, and its change. */
export function useNumberLanguage() {
  const choice = useStorage('ripe-pick-numbers', 'browser');
  const tag = computed(() => (choice.value === 'browser' ? navigator.language : choice.value));
  watchEffect(
    () => {
      try {
        writeNumbersAs(tag.value);
      } catch {
        // A tag from the browser's storage that is none.
        choice.value = 'browser';
      }
    },
    { flush: 'sync' },
  );
  return { choice, tag };
}
