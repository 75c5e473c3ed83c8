import { useStorage, type UseStorageOptions } from '@vueuse/core';
import type { RemovableRef } from '@vueuse/core';
import { isDemo } from '../api/place.ts';

/** What is typed but not kept yet: it outlives the page, and the demo's is not mixed with one's own. */
export const useDraft = <T extends string | object | null>(
  key: string,
  blank: T,
  options: UseStorageOptions<T> = {},
): RemovableRef<T> => useStorage<T>(isDemo ? `${key}@demo` : key, blank, undefined, options);
