import { afterEach, describe, expect, it, vi } from 'vitest';
import type { Who } from '#contract/people.ts';
import { onHandOver, takeOver } from './handOver.ts';
import { queryClient, whoQuery } from './queries.ts';

const who = (personId: number): Who => ({
  personId,
  name: `Person ${personId}`,
  role: 'lead',
  language: 'en' as const,
  expiresAt: '2026-05-04T20:00:00Z',
  locked: false,
});

describe('a device that is handed over', () => {
  afterEach(() => queryClient.clear());

  it('shows the next nothing the one before saw, and lets them take nothing of it back', () => {
    const forget = vi.fn();
    onHandOver(forget);
    takeOver(who(1));
    forget.mockClear();
    queryClient.setQueryData(['trail', ''], 'what a lead may see');
    queryClient.setQueryData(['clocks'], []);
    // The same person comes back to a locked tablet.
    const left: Who = { ...who(1), locked: true };
    queryClient.setQueryData(whoQuery.queryKey, left);
    takeOver(who(1));
    expect(queryClient.getQueryData(['trail', ''])).toBe('what a lead may see');
    expect(forget).not.toHaveBeenCalled();
    takeOver(who(2));
    expect(queryClient.getQueryData(['trail', ''])).toBeUndefined();
    expect(queryClient.getQueryData(['clocks'])).toEqual([]);
    expect(forget).toHaveBeenCalledOnce();
    expect(queryClient.getQueryData(whoQuery.queryKey)).toEqual(who(2));
  });
});
