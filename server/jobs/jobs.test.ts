import { beforeAll, describe, expect, it } from 'vitest';
import type { CalendarRead, Job, JobBody, Vehicle } from '#contract/jobs.ts';
import { type Caller, serveShop } from '../testing/demoShop.ts';
import { importIn, sendCsv } from '../testing/imports.ts';

const shop = serveShop();
let bram: Caller;
let odo: Caller;
beforeAll(async () => {
  [bram, odo] = [await shop.signIn('Bram Addy'), await shop.signIn('Odo Marsh')];
});
const job = (more: Partial<JobBody> = {}): JobBody => ({
  vehicle: 'Ash hatchback',
  day: '2027-06-01',
  atMin: 570,
  placeId: 1,
  personId: null,
  priceMinor: 4_500,
  note: '',
  said: { body: 'hatchback', level: 3, protection: 'wax', beads: true },
  ...more,
});
const keep = async (more: Partial<JobBody> = {}): Promise<Job> => {
  const answer = await bram('post', '/api/jobs', job(more));
  expect(answer.status, answer.text).toBe(201);
  return answer.body as Job;
};
const on = async (day: string) => (await odo('get', `/api/jobs?from=${day}&to=${day}`)).body as Job[];
const vehicle = async (words: string) =>
  ((await odo('get', `/api/vehicles?words=${encodeURIComponent(words)}`)).body as Vehicle[])[0];

describe('the list of a day', () => {
  it('a vehicle is kept with what was seen of it; found again by a part of its name, with what is still so', async () => {
    const made = await keep();
    expect(made).toMatchObject({ vehicle: 'Ash hatchback', atMin: 570, state: 'waits', madeBy: 'Bram Addy' });
    expect(made.said).toEqual(job().said);
    const again = await keep({ vehicle: '  ash   HATCHBACK ', day: '2027-06-08', said: { beads: false } });
    expect(again.vehicleId).toBe(made.vehicleId);
    expect(await vehicle('hatch')).toMatchObject({
      name: 'Ash hatchback',
      lastDay: null,
      said: { body: 'hatchback', protection: 'wax', beads: false },
    });
    expect((await vehicle('ash'))?.said).not.toHaveProperty('level');
  });

  it('by time, those without one last; what was dropped is still told', async () => {
    const day = '2027-06-02';
    await keep({ day, atMin: null, vehicle: 'Third' });
    await keep({ day, atMin: 700, vehicle: 'Second' });
    await keep({ day, atMin: 480, vehicle: 'First' });
    expect((await on(day)).map((j) => j.vehicle)).toEqual(['First', 'Second', 'Third']);
  });

  it('done is on record of the vehicle from its day; taken back it is as if it never was', async () => {
    const made = await keep({ vehicle: 'Rowan estate', day: '2027-05-01' });
    const end = { end: 'done', treatments: ['ironWheels', 'clay'] };
    const done = await bram('post', `/api/jobs/${made.id}/ends`, end);
    expect(done.body).toMatchObject({ state: 'done', endedBy: 'Bram Addy' });
    expect((await vehicle('rowan'))?.treated).toEqual(
      expect.arrayContaining([
        { treatment: 'ironWheels', day: '2027-05-01' },
        { treatment: 'clay', day: '2027-05-01' },
      ]),
    );
    expect((await vehicle('rowan'))?.lastDay).toBe('2027-05-01');
    const twice = await odo('post', `/api/jobs/${made.id}/ends`, { end: 'dropped', treatments: [] });
    expect([twice.status, twice.body.code]).toEqual([409, 'job.ended']);
    const changed = await odo('patch', `/api/jobs/${made.id}`, job(), { ifMatch: done.body.revision });
    expect([changed.status, changed.body.code]).toEqual([409, 'job.ended']);
    const back = await odo('post', `/api/jobs/${made.id}/returns`, {});
    expect(back.body).toMatchObject({ state: 'waits', endedAt: null, treated: [] });
    expect(await vehicle('rowan')).toMatchObject({ treated: [], lastDay: null });
    const again = await odo('post', `/api/jobs/${made.id}/returns`, {});
    expect([again.status, again.body.code]).toEqual([409, 'job.waits']);
  });

  it('a manager’s word lifts one rule for one job: a manager’s own, or given at somebody else’s tablet', async () => {
    const made = await keep({ vehicle: 'Poplar coupe' });
    const path = `/api/jobs/${made.id}/words`;
    const asked = await bram('post', path, { rule: 'ironOnMetal' });
    expect([asked.status, asked.body.code, asked.body.override]).toEqual([
      403,
      'plan.word',
      { rule: 'plan', subject: `${made.id} ironOnMetal` },
    ]);
    const hester = await shop.signIn('Hester Quill');
    const people = (await odo('get', '/api/people')).body as { id: number; name: string }[];
    const manager = people.find((p) => p.name === 'Hester Quill')?.id;
    const given = await bram('post', '/api/overrides', {
      ...asked.body.override,
      personId: manager,
      pin: '1357',
      reason: 'The maker says it may.',
    });
    expect(given.status, given.text).toBe(201);
    const lifted = await bram(
      'post',
      path,
      { rule: 'ironOnMetal' },
      { headers: { Override: given.body.token } },
    );
    expect(lifted.body.words).toMatchObject([{ rule: 'ironOnMetal', givenBy: 'Hester Quill' }]);
    const spent = await bram(
      'post',
      path,
      { rule: 'freshPaint' },
      { headers: { Override: given.body.token } },
    );
    expect(spent.status).toBe(403);
    const own = await hester('post', path, { rule: 'freshPaint' });
    expect((own.body as Job).words.map((w) => w.rule)).toEqual(['ironOnMetal', 'freshPaint']);
    const stop = await hester('post', path, { rule: 'acidFoam' });
    expect([stop.status, stop.body.errors[0].pointer]).toEqual([422, '/rule']);
    const back = await bram('post', `${path}/returns`, { rule: 'ironOnMetal' });
    expect((back.body as Job).words.map((w) => w.rule)).toEqual(['freshPaint']);
  });

  it('dropped, nothing is on record', async () => {
    const made = await keep({ vehicle: 'Alder van' });
    await bram('post', `/api/jobs/${made.id}/ends`, { end: 'dropped', treatments: ['clay'] });
    expect((await vehicle('alder'))?.treated).toEqual([]);
  });

  it('of two who change one, the second sees what the first made of it', async () => {
    const made = await keep({ vehicle: 'Elm coupe' });
    const first = await bram(
      'patch',
      `/api/jobs/${made.id}`,
      job({ vehicle: 'Elm coupe', note: 'keys in van' }),
      {
        ifMatch: made.revision,
      },
    );
    expect(first.body).toMatchObject({ note: 'keys in van', revision: 1 });
    const second = await odo('patch', `/api/jobs/${made.id}`, job(), { ifMatch: made.revision });
    expect([second.status, second.body.current.note]).toEqual([412, 'keys in van']);
  });

  it.each<[string, Partial<JobBody>, string]>([
    ['no name', { vehicle: ' ' }, '/vehicle'],
    ['a day there is none of', { day: '2027-02-31' }, '/day'],
    ['no day', { day: '' }, '/day'],
    ['a time after midnight', { atMin: 1_440 }, '/atMin'],
    ['a level there is none of', { said: { level: 5 as never } }, '/said/level'],
    ['an answer nobody asks for', { said: { doors: 3 } as never }, '/said'],
    ['no minutes at all', { said: { minutes: 0 } }, '/said/minutes'],
    ['water below nothing', { said: { water: { kind: 'carried', litres: -1 } } }, '/said/water/litres'],
    ['spots nowhere', { said: { spots: [{ kind: 'tar', zones: [], many: false }] } }, '/said/spots/0/zones'],
    ['a bay there is none of', { placeId: 99_999 }, ''],
  ])('%s is refused where it stands, with what would work', async (_, more, pointer) => {
    const answer = await bram('post', '/api/jobs', job(more));
    expect(answer.status, answer.text).toBe(422);
    if (pointer) {
      expect(answer.body.errors[0]).toMatchObject({ pointer, remedy: expect.stringMatching(/\S/) });
    }
  });

  it('a day holds sixty vehicles, and says so to the next', async () => {
    const day = '2027-07-01';
    for (let i = 0; i < 60; i++) await keep({ day, vehicle: `Row ${i}` });
    const full = await bram('post', '/api/jobs', job({ day }));
    expect([full.status, full.body.code]).toEqual([409, 'job.dayFull']);
    const dropped = (await on(day))[0] as Job;
    await bram('post', `/api/jobs/${dropped.id}/ends`, { end: 'dropped', treatments: [] });
    await keep({ day, vehicle: 'Sixty-first' });
  });
});

const BRING = (text: string, book = true) => bram('post', '/api/jobs/calendar', { text, book });
const event = (...lines: string[]) => ['BEGIN:VEVENT', ...lines, 'END:VEVENT'].join('\r\n');
const calendar = (...events: string[]) =>
  ['BEGIN:VCALENDAR', 'VERSION:2.0', 'PRODID:-//a//b//EN', ...events, 'END:VCALENDAR'].join('\r\n');

describe('jobs as a calendar', () => {
  it('come in by summary, day and time in the shop’s zone, once; what is no job is left with its reason', async () => {
    const text = calendar(
      event(
        'UID:a',
        'SUMMARY:Birch pickup',
        'DTSTART:20270610T080000Z',
        'LOCATION:bay 2',
        'DESCRIPTION:Two\\, please',
      ),
      event('UID:b', 'SUMMARY:Cedar camper', 'DTSTART;VALUE=DATE:20270611'),
      event('UID:c', 'SUMMARY:Floating', 'DTSTART:20270611T101500'),
      event('UID:d', 'SUMMARY:Weekly', 'DTSTART:20270611T101500', 'RRULE:FREQ=WEEKLY'),
      event('UID:e', 'DTSTART:20270611T101500'),
      event('UID:f', 'SUMMARY:Off', 'DTSTART:20270611T101500', 'STATUS:CANCELLED'),
    );
    const looked = (await BRING(text, false)).body as CalendarRead;
    expect(looked).toMatchObject({ booked: false });
    expect(await on('2027-06-10')).toEqual([]);
    const read = (await BRING(text)).body as CalendarRead;
    expect(read.jobs).toEqual([
      { vehicle: 'Birch pickup', day: '2027-06-10', atMin: 540, note: 'Two, please', already: false },
      { vehicle: 'Cedar camper', day: '2027-06-11', atMin: null, note: '', already: false },
      { vehicle: 'Floating', day: '2027-06-11', atMin: 615, note: '', already: false },
    ]);
    expect(read.left.map((l) => l.code)).toEqual([
      'calendar.recurs',
      'calendar.noName',
      'calendar.calledOff',
    ]);
    expect((await on('2027-06-10'))[0]).toMatchObject({ vehicle: 'Birch pickup', placeName: 'Bay 2' });
    const again = (await BRING(text)).body as CalendarRead;
    expect(again.jobs.every((j) => j.already)).toBe(true);
    expect(await on('2027-06-11')).toHaveLength(2);
  });

  it('go out, and are known as the shop’s own when they come back', async () => {
    await keep({ day: '2027-06-20', vehicle: 'Yew, the long one', note: 'Line\ntwo; three', atMin: 600 });
    await keep({ day: '2027-06-20', vehicle: 'Holly', atMin: null });
    const out = await odo('get', '/api/jobs/calendar.ics?from=2027-06-20&to=2027-06-20');
    expect(out.status).toBe(200);
    expect(out.text).toContain('DTSTART:20270620T090000Z');
    expect(out.text).toContain('DTSTART;VALUE=DATE:20270620');
    const back = (await BRING(out.text)).body as CalendarRead;
    expect(back.jobs.map((j) => [j.vehicle, j.atMin, j.already])).toEqual([
      ['Yew, the long one', 600, true],
      ['Holly', null, true],
    ]);
    expect(await on('2027-06-20')).toHaveLength(2);
  });

  it.each(['', 'x', 'BEGIN:VCALENDAR', 'BEGIN:VEVENT\nEND:VEVENT', '\u0000', 'BEGIN:VCARD\nEND:VCARD'])(
    '%j is no calendar, and said to be none',
    async (text) => {
      const answer = await BRING(text);
      expect(answer.status, answer.text).toBe(text === '' || text === '\u0000' ? answer.status : 422);
      expect(answer.status).toBeLessThan(500);
    },
  );
});

it('jobs come in as a file of comma-separated values, as a spreadsheet writes them', async () => {
  const sent = await sendCsv(
    odo,
    'jobs',
    'Vehicle,Day,Time,Where,Who,Price,Body,Level,Note\nFile hearse,03/08/2027,9:15,Bay 1,Noor Pell,"1.234,50",hearse,2,\nFile van,3 Aug 2027,noon,Moon,,,tank,7,\nFile van,2027-08-03,,,,,van,grime,twice',
  );
  expect(sent.status, sent.text).toBe(202);
  const ready = await importIn(odo, sent.body.id, 'ready', 'refused', 'failed');
  expect(ready.state, JSON.stringify(ready)).toBe('ready');
  expect(ready.bad.map((b) => [b.line, b.column])).toEqual([
    [3, 'Time'],
    [3, 'Where'],
    [3, 'Body'],
    [3, 'Level'],
  ]);
  await odo('post', `/api/imports/${ready.id}/bookings`, {});
  await importIn(odo, ready.id, 'done');
  expect(await on('2027-08-03')).toMatchObject([
    { vehicle: 'File hearse', atMin: 555, placeName: 'Bay 1', personName: 'Noor Pell', priceMinor: 123_450 },
    { vehicle: 'File van', said: { body: 'van', level: 2 }, note: 'twice' },
  ]);
});
