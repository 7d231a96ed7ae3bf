import { describe, expect, it, vi } from 'vitest';
import { crewDetail } from './crewWords.ts';

vi.mock('../../lib/shopNow.ts', () => ({ shopNow: () => new Date('2026-06-01T12:00:00Z') }));

describe('what is kept beside an act about somebody', () => {
  it.each([
    ['joined', 'lead', 'lead'],
    ['role', 'technician to lead', 'technician to lead'],
    ['signedOff', 'Clinker Hyper until 2027-05-04', 'Clinker Hyper until 4 May 2027'],
    ['signedOff', 'Run until dry', 'Run until dry'],
    ['signOffEnded', 'Clinker Hyper', 'Clinker Hyper'],
    ['pin', '', ''],
  ] as const)('%s, %s: %s', (event, detail, said) => expect(crewDetail(event, detail)).toBe(said));
});
