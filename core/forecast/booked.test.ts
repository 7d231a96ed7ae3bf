import { describe, expect, it } from 'vitest';
import { normalFrom, uniformFrom } from '../mixing/random.ts';
import { type Booked, bookedOf, LISTED_DAYS } from './booked.ts';
import { canTell } from './forecastOf.ts';
import { comingUse, runOut } from './runOut.ts';
import { type Used, WEEK } from './weeks.ts';

const L = 1_000_000;
const times = <T>(n: number, of: T): T[] => Array.from({ length: n }, () => of);
const daysAhead = (of: Readonly<Record<number, number>>) =>
  Array.from({ length: LISTED_DAYS }, (_, day) => of[day] ?? 0);

describe('what the list says of a product', () => {
  it('is what its plans take, by how much of that is mixed for vehicles here', () => {
    const kept = { leadDays: times(20, 3), runs: 10 };
    // Half of the vehicles are done by a run; these were poured four fifths of what was planned.
    const booked = bookedOf(daysAhead({ 0: L, 5: 2 * L }), kept, { plannedUl: 10 * L, pouredUl: 8 * L });
    expect(booked?.ul[0]).toBeCloseTo(0.4 * L, 6);
    expect(booked?.ul[5]).toBeCloseTo(0.8 * L, 6);
    expect(booked?.ul[1]).toBe(0);
  });

  it('is filled as far ahead as vehicles that are done were put on it', () => {
    const kept = { leadDays: [0, 0, 1, 1, 2, 2, 7, 7, 7, 7], runs: 10 };
    const { listed } = bookedOf([], kept, { plannedUl: L, pouredUl: L }) as Booked;
    expect(listed.slice(0, 9)).toEqual([1, 0.8, 0.6, 0.4, 0.4, 0.4, 0.4, 0.4, 0]);
  });

  it('says nothing by few vehicles, by few runs, or of what no run took; and three times the plan is the most', () => {
    const mixed = { plannedUl: L, pouredUl: L };
    expect(bookedOf([L], { leadDays: times(7, 1), runs: 7 }, mixed)).toBeNull();
    expect(bookedOf([L], { leadDays: times(40, 1), runs: 7 }, mixed)).toBeNull();
    expect(bookedOf([L], { leadDays: times(8, 1), runs: 8 }, { plannedUl: 0, pouredUl: L })).toBeNull();
    expect(bookedOf([L], { leadDays: times(8, 1), runs: 8 }, { plannedUl: 1, pouredUl: L })?.ul).toEqual([
      3 * L,
    ]);
  });
});

/** A litre each day, all of it for vehicles on the list, or none of it. */
const litreADay = (forJobs: boolean): Used => ({
  ul: times(84, L),
  forJobsUl: times(84, forJobs ? L : 0),
  open: times(84, true),
});
const coming = (used: Used, booked: Booked | null, weeks = 1) =>
  (comingUse(used, weeks, 1, { unsure: 0, booked })?.p50 ?? Number.NaN) / L;

describe('a forecast with vehicles on the list', () => {
  const allListed = times(LISTED_DAYS, 1);

  it('takes what the list takes in the place of what vehicles took, where the list is full', () => {
    const two: Booked = { ul: daysAhead({ 0: L, 3: L }), listed: allListed };
    expect(coming(litreADay(true), two)).toBeCloseTo(2, 6);
    expect(coming(litreADay(true), null)).toBeCloseTo(7, 0);
  });

  it('adds it to what was never for a vehicle', () => {
    const two: Booked = { ul: daysAhead({ 0: L, 3: L }), listed: allListed };
    expect(coming(litreADay(false), two)).toBeCloseTo(9, 0);
  });

  it('draws what is usually not on the list yet, and all of it beyond the list', () => {
    const half: Booked = { ul: [], listed: times(LISTED_DAYS, 0.5) };
    expect(coming(litreADay(true), half)).toBeCloseTo(3.5, 0);
    const weekOnly: Booked = { ul: [], listed: times(WEEK, 1) };
    expect(coming(litreADay(true), weekOnly, 2)).toBeCloseTo(7, 0);
  });

  it('runs out on the day of the vehicle that takes the last of it', () => {
    const used: Used = { ...litreADay(true), forJobsUl: times(84, L) };
    const out = runOut(used, 3 * L, 1, {
      unsure: 0,
      booked: { ul: daysAhead({ 9: 4 * L }), listed: allListed },
    });
    expect(canTell(out) && out.days).toEqual({ p10: 10, p50: 10, p90: 10 });
  });

  it('is nearer to what comes than without the list, where the list is kept a week ahead', () => {
    let [withList, without] = [0, 0];
    for (let seed = 1; seed <= 60; seed++) {
      const [uniform, jobsADay] = [uniformFrom(seed), 3];
      const normal = normalFrom(uniform);
      const jobs = () => Math.round(Math.max(0, jobsADay + 2 * normal()));
      const ul = Array.from({ length: 84 }, () => jobs() * 50_000);
      const used: Used = { ul, forJobsUl: ul, open: times(84, true) };
      const next = Array.from({ length: WEEK }, () => jobs() * 50_000);
      // As it is mixed, a plan is not what is poured.
      const booked: Booked = { ul: next.map((day) => day * (1 + 0.1 * normal())), listed: times(WEEK, 1) };
      const came = next.reduce((a, b) => a + b, 0) / L;
      withList += Math.abs(coming(used, booked) - came);
      without += Math.abs(coming(used, null) - came);
    }
    expect(withList).toBeLessThan(0.5 * without);
  });
});
