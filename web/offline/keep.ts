/** Whether this device can keep the program: it needs a safe connection for that. */
export const canKeep = (): boolean => 'serviceWorker' in navigator && window.isSecureContext;

/** Keeps the program on this device, once the first page is there. */
export function keepProgram(): void {
  if (!import.meta.env.PROD || !canKeep()) return;
  window.addEventListener('load', () => {
    navigator.serviceWorker.register('/sw.js').catch(() => {
      // Without it everything works but what needs no connection.
    });
  });
}

/** Forgets what was answered to whoever was here. */
export function forgetAnswers(): void {
  if (canKeep()) navigator.serviceWorker.controller?.postMessage('forget');
}
