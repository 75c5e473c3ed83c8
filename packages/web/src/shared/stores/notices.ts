import { shallowRef } from 'vue';

/** What is told to the user once, from where no screen is: the frame of the app shows it. */
export const notice = shallowRef<{ readonly text: string } | null>(null);

/** Tells the user something once. */
export function say(text: string): void {
  notice.value = { text };
}
