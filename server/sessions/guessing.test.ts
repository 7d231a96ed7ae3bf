import { describe, expect, it } from 'vitest';
import { serveShop } from '../testing/demoShop.ts';

const shop = serveShop();
const later = (seconds: number) => {
  shop.now = new Date(shop.now.getTime() + seconds * 1_000);
};
const idOf = async (name: string) => {
  const names = (await shop.anyone('get', '/api/sessions/names')).body as { id: number; name: string }[];
  return names.find((n) => n.name === name)?.id;
};

describe('a PIN', () => {
  it('is not found by signing in anew between guesses, nor at another’s word', async () => {
    later(3_600);
    const noor = await idOf('Noor Pell');
    const odo = await idOf('Odo Marsh');
    const hester = await idOf('Hester Quill');
    let guesses = 0;
    for (let i = 0; i < 8; i++) {
      // Somebody's own PIN makes nobody's device known.
      const own = await shop.anyone('post', '/api/sessions', { personId: noor, pin: '5566' });
      if (own.status !== 201) break;
      expect([own.get('Set-Cookie')].flat().some((c) => c?.startsWith('kettle_tablet='))).toBe(false);
      const guess = await shop.anyone('post', '/api/sessions', { personId: odo, pin: String(3_000 + i) });
      if (guess.body.code === 'pin.wrong') guesses++;
    }
    expect(guesses).toBe(4);
    const bram = await shop.signIn('Noor Pell');
    const words = await Promise.all(
      Array.from({ length: 12 }, (_, i) =>
        bram('post', '/api/overrides', {
          rule: 'waste',
          subject: '1',
          personId: hester,
          pin: String(4_000 + i),
          reason: 'guess',
        }),
      ),
    );
    expect(words.filter((w) => w.body.code === 'pin.wrong').length).toBeLessThanOrEqual(4);
    later(3_600);
    const manager = await shop.signIn('Hester Quill');
    const trail = (await manager('get', '/api/trail')).text;
    expect(trail).toContain('pinTried');
  });

  it('tried elsewhere never shuts a person out on a device that is known', async () => {
    later(3_600);
    const hester = await idOf('Hester Quill');
    const first = await shop.anyone('post', '/api/sessions', { personId: hester, pin: '1357' });
    const tablet =
      [first.get('Set-Cookie')]
        .flat()
        .find((c) => c?.startsWith('kettle_tablet='))
        ?.split(';')[0] ?? '';
    expect(tablet).not.toBe('');
    for (let i = 0; i < 12; i++)
      await shop.anyone('post', '/api/sessions', { personId: hester, pin: '0000' });
    expect((await shop.anyone('post', '/api/sessions', { personId: hester, pin: '1357' })).status).toBe(429);
    const known = await shop.anyone(
      'post',
      '/api/sessions',
      { personId: hester, pin: '1357' },
      { headers: { Cookie: tablet } },
    );
    expect(known.status).toBe(201);
    later(3_600);
  });

  it('that was wrong while the machine’s clock was in 2031 keeps nobody out afterwards, and wrong ones still wait', async () => {
    const noor = await idOf('Noor Pell');
    const guess = (pin: string) => shop.anyone('post', '/api/sessions', { personId: noor, pin });
    const today = shop.now;
    shop.now = new Date('2031-03-01T08:00:00Z');
    for (let i = 0; i < 7; i++) await guess('0000');
    expect((await guess('5566')).status).toBe(429);
    shop.now = today;
    expect((await guess('5566')).status).toBe(201);
    for (let i = 0; i < 6; i++) await guess('0000');
    expect((await guess('5566')).body.code).toBe('pin.locked');
    later(3_600);
  });
});
