import { describe, expect, it } from 'vitest';
import { sized } from '../../bench/mix/madeUpEquipment.ts';
import { saidOf } from '../../lib/saidOf.ts';
import { type DrainDraft, drainResult, freshDrain, type RunTyped, timedRun } from './drainDraft.ts';
import { AT_NOTHING, isRunning, secondsOn, started, stopped } from './stopwatch.ts';

const [cannon] = sized('cannonBottle', { brimfulUl: 1_000_000, fillLimitUl: 900_000 });
if (!cannon) throw new Error('no cannon');
const run = (seconds: string, more: Partial<RunTyped> = {}): RunTyped => ({
  drained: '800 ml',
  seconds,
  source: 'stopwatch',
  leftOut: false,
  ...more,
});
const result = (more: Partial<DrainDraft>) =>
  drainResult({ ...freshDrain(cannon), flowKind: 'meter', meterText: '6.4', ...more }, cannon, 'metric');

describe('a stopwatch', () => {
  it('counts on from when it was started, through a reload, and stands still once stopped', () => {
    const running = started(1_000);
    expect([isRunning(AT_NOTHING), isRunning(running)]).toEqual([false, true]);
    const reloaded = JSON.parse(JSON.stringify(running));
    expect(secondsOn(reloaded, 96_000)).toBe(95);
    const done = stopped(running, 96_000);
    expect(isRunning(done)).toBe(false);
    expect(secondsOn(done, 500_000)).toBe(95);
  });

  it('never goes below nothing where the machine’s clock is set back', () => {
    expect(secondsOn(started(10_000), 4_000)).toBe(0);
  });
});

describe('a drain test as it is typed', () => {
  it('starts from what the bottle takes and says nothing before there is a flow and a run', () => {
    const fresh = freshDrain(cannon);
    expect(fresh.drainedText).toBe('900 ml');
    const nothing = drainResult(fresh, cannon, 'metric');
    expect(nothing).toMatchObject({ result: null, body: null, refusals: { flow: null, step: null } });
  });

  it('of 0.8 L in 95 s at 6.4 L/min draws 7.8947 %, and one run has no interval', () => {
    const { result: found, body, runs } = result({ runs: [run('95')] });
    expect((found?.mean ?? 0) * 100).toBeCloseTo(7.8947, 4);
    expect(found?.interval).toBeNull();
    expect(runs[0]?.q).toMatchObject({ ok: true });
    expect(body?.runs).toEqual([{ drainedUl: 800_000, seconds: 95, source: 'stopwatch', leftOut: false }]);
    const inlet = result({ variant: 'inlet', runs: [run('95')] });
    expect((inlet.result?.mean ?? 0) * 100).toBeCloseTo(7.3171, 4);
  });

  it('flags the run unlike the others, counts it, and stops counting it once someone leaves it out', () => {
    const runs = [run('95'), run('96'), run('94'), run('60')];
    const all = result({ runs });
    expect(all.unlike).toEqual([3]);
    expect(all.result?.runs).toBe(4);
    const kept = result({ runs: [...runs.slice(0, 3), run('60', { leftOut: true })] });
    expect(kept).toMatchObject({ unlike: [], result: { runs: 3 } });
    expect(kept.body?.runs).toHaveLength(4);
    const none = result({ runs: [run('60', { leftOut: true })] });
    expect(none.body).toBeNull();
    // The run left out comes first: the flag is on the right one all the same.
    const first = result({ runs: [run('5', { leftOut: true }), ...runs] });
    expect(first.unlike).toEqual([4]);
  });

  it.each([
    ['0', '800 ml', 'drain.seconds', 'Time is not between 3 seconds and an hour.'],
    ['', '800 ml', 'number.missing', 'Time is empty.'],
    ['95', '1.2 l', 'drain.overBottle', 'more than the 1 L the bottle holds'],
    ['95', 'all', 'volume.noNumber', 'Drained'],
    ['3', '900 ml', 'drain.overWhole', 'More would have left the bottle'],
  ])('refuses %s s for %s as %s, and keeps what was typed', (seconds, drained, code, words) => {
    const found = result({ runs: [run('95'), run(seconds, { drained })] });
    const q = found.runs[1]?.q;
    expect(q).toMatchObject({ ok: false, code });
    expect(saidOf(q).reason).toContain(words);
    expect(found.body).toBeNull();
  });

  it('finds the flow with a bucket, and says what is missing or can’t be read', () => {
    const bucket = result({ flowKind: 'bucket', bucketText: '10 l', bucketSeconds: '94', runs: [run('95')] });
    expect(bucket.flow.ok && bucket.flow.value.mlPerMin).toBeCloseTo(6_383, 0);
    expect(bucket.body?.flow).toEqual({ kind: 'bucket', ul: 10_000_000, seconds: 94, source: 'stopwatch' });
    expect(result({ flowKind: 'bucket', bucketSeconds: 'long' }).refusals.flow).toMatchObject({
      at: 'seconds',
      facts: { field: 'Time to fill' },
    });
    expect(result({ meterText: 'a lot' }).refusals.flow).toMatchObject({ facts: { field: 'Flow' } });
    expect(result({ stepText: 'fine' }).refusals.step).toMatchObject({ facts: { field: 'Read to' } });
  });

  it('hands a run over with what drains each time, and with where that comes from', () => {
    const typed = timedRun({ ...freshDrain(cannon), drainedText: '800 ml' }, 94.963);
    expect(typed).toEqual({ drained: '800 ml', seconds: '95.0', source: 'stopwatch', leftOut: false });
    const weighed = { ...freshDrain(cannon), drainedText: '797 ml', drainedSource: 'simulated' as const };
    expect(timedRun(weighed, 94).source).toBe('simulated');
    expect(timedRun({ ...weighed, drainedSource: 'device' }, 94).source).toBe('device');
  });
});
