import { afterEach, describe, expect, it, vi } from 'vitest';
import { askToNotify, notify } from './notify.ts';

/** A browser as far as a notification needs one. */
function browser(of: {
  permission?: string;
  secure?: boolean;
  seen?: boolean;
  worker?: boolean;
  none?: boolean;
}) {
  const { permission = 'granted', secure = true, seen = false, worker = true, none = false } = of;
  const asked = vi.fn(async () => 'granted');
  const told: string[] = [];
  class Notification {
    static permission = permission;
    static requestPermission = asked;
    constructor(title: string, { body }: { body: string }) {
      told.push(`page: ${title}, ${body}`);
    }
  }
  vi.stubGlobal('window', { isSecureContext: secure, ...(none ? {} : { Notification }) });
  if (!none) vi.stubGlobal('Notification', Notification);
  vi.stubGlobal('document', { visibilityState: seen ? 'visible' : 'hidden' });
  const showNotification = async (title: string, { body }: { body: string }) => {
    told.push(`worker: ${title}, ${body}`);
  };
  vi.stubGlobal('navigator', {
    serviceWorker: { getRegistration: async () => (worker ? { showNotification } : undefined) },
  });
  return { asked, told };
}
afterEach(() => vi.unstubAllGlobals());

describe('a clock that comes due out of sight', () => {
  it('is told by the service worker, and by the page where there is none', async () => {
    const phone = browser({});
    await notify('Rinse now', 'Bay 1');
    expect(phone.told).toEqual(['worker: Rinse now, Bay 1']);
    const desk = browser({ worker: false });
    await notify('Rinse now', 'Bay 1');
    expect(desk.told).toEqual(['page: Rinse now, Bay 1']);
  });

  it('is not told where the page is in sight, nobody allowed it, or the connection is plain', async () => {
    for (const of of [
      { seen: true },
      { permission: 'denied' },
      { permission: 'default' },
      { secure: false },
      { none: true },
    ]) {
      const { told } = browser(of);
      await notify('Rinse now', 'Bay 1');
      expect(told, JSON.stringify(of)).toEqual([]);
    }
  });

  it('is asked about once, and not where it can’t be', () => {
    for (const [of, times] of [
      [{ permission: 'default' }, 1],
      [{ permission: 'denied' }, 0],
      [{ permission: 'granted' }, 0],
      [{ permission: 'default', secure: false }, 0],
      [{ none: true }, 0],
    ] as const) {
      const { asked } = browser(of);
      askToNotify();
      expect(asked, JSON.stringify(of)).toHaveBeenCalledTimes(times);
    }
  });
});
