import { isStranger, pathHere } from '../shared/api/place.ts';

/** Lets the app be put on a home screen: what it is called, and its pictures. */
function tellManifest(): void {
  const link = document.createElement('link');
  link.rel = 'manifest';
  link.href = pathHere('/manifest.webmanifest');
  document.head.append(link);
}

/** What this page fetched so far, but for the line that stays open. */
const fetched = () =>
  [...performance.getEntriesByType('resource').map(({ name }) => name), pathHere('/picks')].filter(
    (name) => !name.includes('/events') && !name.includes('worker'),
  );

/**
 * Lets what was open be read while the server does not answer. Browsers allow it under 127.0.0.1, and under an address whose certificate
 * the device trusts; elsewhere it is left out.
 */
export async function install(): Promise<void> {
  if (isStranger) return;
  tellManifest();
  if (!import.meta.env.PROD || !('serviceWorker' in navigator)) return;
  try {
    await navigator.serviceWorker.register(pathHere('/page-keeper.js'), { scope: pathHere('/') });
    const { active } = await navigator.serviceWorker.ready;
    active?.postMessage(fetched());
  } catch {
    // No trusted certificate, or storage that is switched off: the app works as before.
  }
}
