import { createSharedComposable, useMediaQuery } from '@vueuse/core';

/** Whether the window is as narrow as a phone: then the screens are on a bar below, and details come up from there. */
export const usePhone = createSharedComposable(() => useMediaQuery('(max-width: 760px)'));
