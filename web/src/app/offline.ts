import { whenLoaded } from './soon.ts';

/** The app itself is kept on the device, so that it opens at the ringside without a network. */
export function registerOffline(): void {
  if (!import.meta.env.PROD || !('serviceWorker' in navigator)) return;
  whenLoaded(() => {
    // Without it the app still works while the network is there: nothing to tell the user.
    navigator.serviceWorker.register('/sw.js').catch(() => {});
  });
}
