import { describe, expect, it } from 'vitest';
import { type Caller, serveShop } from '../testing/demoShop.ts';
import { waitAfter } from './pins.ts';

const shop = serveShop();
const later = (seconds: number) => {
  shop.now = new Date(shop.now.getTime() + seconds * 1_000);
};
const idOf = async (name: string) => {
  const names = (await shop.anyone('get', '/api/sessions/names')).body as { id: number; name: string }[];
  return names.find((n) => n.name === name)?.id;
};

describe('signing in', () => {
  it('takes the right PIN, sets a cookie scripts can not read, and ends after twelve hours', async () => {
    const id = await idOf('Noor Pell');
    const answer = await shop.anyone('post', '/api/sessions', { personId: id, pin: '5566' });
    const cookie = [answer.get('Set-Cookie')].flat().find((c) => c?.startsWith('kettle_session='));
    expect(cookie).toMatch(/HttpOnly/);
    expect(cookie).toMatch(/SameSite=Strict/);
    expect(cookie).not.toMatch(/Secure/);
    const noor = await shop.signIn('Noor Pell');
    expect((await noor('get', '/api/sessions/current')).body).toMatchObject({
      name: 'Noor Pell',
      role: 'technician',
    });
    later(12 * 3_600 + 1);
    expect((await noor('get', '/api/sessions/current')).body).toBeNull();
    expect((await noor('get', '/api/containers')).status).toBe(401);
  });

  it('remembers what each reads in, on whatever device they sign in next; nonsense changes nothing', async () => {
    const noor = await shop.signIn('Noor Pell');
    const path = '/api/sessions/current/language';
    const reads = async (who: Caller) =>
      ((await who('get', '/api/sessions/current')).body as { language: string }).language;
    expect(await reads(noor)).toBe('en');
    expect((await noor('put', path, { language: 'es' })).status).toBe(204);
    const nonsense = await noor('put', path, { language: 'tlh' });
    expect([nonsense.status, nonsense.body.errors[0].pointer]).toEqual([422, '/language']);
    expect(await reads(await shop.signIn('Noor Pell'))).toBe('es');
    expect(await reads(await shop.signIn('Ines Corby'))).toBe('en');
    expect((await shop.anyone('put', path, { language: 'es' })).status).toBe(401);
  });

  it('ends when signed out', async () => {
    const noor = await shop.signIn('Noor Pell');
    expect((await noor('delete', '/api/sessions/current')).status).toBe(204);
    expect((await noor('get', '/api/containers')).status).toBe(401);
  });

  it('allows five wrong PINs, then waits 1, 5 and 15 minutes; other people are not held up', async () => {
    const personId = await idOf('Wilf Tarrant');
    const attempt = (pin: string) => shop.anyone('post', '/api/sessions', { personId, pin });
    for (let left = 4; left >= 1; left--) {
      const answer = await attempt('0000');
      expect([answer.status, answer.body.code]).toEqual([401, 'pin.wrong']);
      expect(answer.body.remedy).toContain(`${left} ${left === 1 ? 'try' : 'tries'} left`);
    }
    for (const wait of [60, 300, 900, 900]) {
      expect((await attempt('0000')).body.code).toBe('pin.locked');
      later(wait - 2);
      const locked = await attempt('7788');
      expect([locked.status, locked.body.code]).toEqual([429, 'pin.locked']);
      expect(Number(locked.get('Retry-After'))).toBeGreaterThan(0);
      later(3);
    }
    await shop.signIn('Ines Corby');
    expect((await attempt('7788')).status).toBe(201);
    expect((await attempt('0000')).body.remedy).toContain('4 tries left');
  });

  it('counts tries made at the same instant each for itself', async () => {
    const personId = await idOf('Bram Addy');
    const answers = await Promise.all(
      ['0001', '0002', '0003', '0004', '0005', '0006', '0007', '1122'].map((pin) =>
        shop.anyone('post', '/api/sessions', { personId, pin }),
      ),
    );
    expect(answers.filter((a) => a.body.code === 'pin.wrong').length).toBe(4);
    expect(answers.filter((a) => a.status === 201).length).toBe(0);
  });

  it('refuses what is not a PIN at the field', async () => {
    for (const pin of ['', '12', '12345', 'abcd', 1357, null]) {
      const answer = await shop.anyone('post', '/api/sessions', { personId: 1, pin });
      expect([answer.status, answer.body.errors[0].pointer]).toEqual([422, '/pin']);
    }
    expect((await shop.anyone('post', '/api/sessions', { personId: 999, pin: '1234' })).status).toBe(404);
  });

  it('names the waits', () => {
    expect([0, 4, 5, 6, 7, 20].map(waitAfter)).toEqual([0, 0, 60, 300, 900, 900]);
  });
});

describe('the crew', () => {
  it('a new PIN ends the old sessions and the wait', async () => {
    later(3_600);
    const hester = await shop.signIn('Hester Quill');
    const wilf = await shop.signIn('Wilf Tarrant');
    const people = (await hester('get', '/api/people')).body as {
      id: number;
      name: string;
      revision: number;
    }[];
    const person = people.find((p) => p.name === 'Wilf Tarrant');
    const changed = await hester(
      'patch',
      `/api/people/${person?.id}`,
      { pin: '4371' },
      { ifMatch: person?.revision ?? 0 },
    );
    expect(changed.status).toBe(200);
    expect((await wilf('get', '/api/containers')).status).toBe(401);
    const again = await shop.anyone('post', '/api/sessions', { personId: person?.id, pin: '4371' });
    expect(again.status).toBe(201);
    expect(JSON.stringify(people)).not.toContain('argon2');
  });

  it('someone who has left can not sign in, and keeps their name in the books', async () => {
    const hester = await shop.signIn('Hester Quill');
    const added = await hester('post', '/api/people', { name: 'Tam Loach', role: 'technician', pin: '1219' });
    expect(added.status).toBe(201);
    const left = await hester('patch', `/api/people/${added.body.id}`, { retired: true }, { ifMatch: 1 });
    expect(left.body.retired).toBe(true);
    expect(
      (await shop.anyone('post', '/api/sessions', { personId: added.body.id, pin: '1219' })).status,
    ).toBe(404);
    const back = await hester('patch', `/api/people/${added.body.id}`, { retired: false }, { ifMatch: 2 });
    expect(back.body).toMatchObject({ retired: false, name: 'Tam Loach' });
  });

  it('the last manager can neither leave nor step down', async () => {
    const hester = await shop.signIn('Hester Quill');
    for (const patch of [{ retired: true }, { role: 'lead' }]) {
      const answer = await hester('patch', '/api/people/1', patch, { ifMatch: 1 });
      expect([answer.status, answer.body.code]).toEqual([409, 'people.noManager']);
    }
  });
});
