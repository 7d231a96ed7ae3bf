// A clock that comes due while the page is not in sight is told by the device itself, where it may.

/** Browsers let a page do that over a safe connection alone. */
const canNotify = (): boolean => 'Notification' in window && window.isSecureContext;

/** Asks once, from a tap; whoever says no is not asked again. */
export function askToNotify(): void {
  if (canNotify() && Notification.permission === 'default') void Notification.requestPermission();
}

/** One for all clocks: the newest stands in the place of the one before. */
const TAG = 'kettle-clock';

/** Tells that a clock came due, where nobody sees the page. */
export async function notify(title: string, body: string): Promise<void> {
  if (!canNotify() || Notification.permission !== 'granted' || document.visibilityState === 'visible') return;
  const of = { body, tag: TAG, renotify: true, requireInteraction: true };
  // A phone takes them from a service worker alone.
  const registration = await navigator.serviceWorker?.getRegistration();
  if (registration) await registration.showNotification(title, of);
  else new Notification(title, of);
}
