import { describe, expect, it } from 'vitest';
import { mayMix, type StandingNote } from './mayMix.ts';

const care = { signOff: false, acknowledge: false };
const crew = { signedOff: false, answers: false };
const note = (more: Partial<StandingNote>): StandingNote => ({
  gate: 'read',
  words: 'New lot: 1:12, not 1:8',
  read: false,
  ...more,
});

describe('who may mix a product', () => {
  it('is everyone, unless it asks for a sign-off or a word', () => {
    expect(mayMix({ name: 'Foam', care }, crew, false).ok).toBe(true);
    const strict = { name: 'Foam', care: { signOff: true, acknowledge: true } };
    expect(mayMix(strict, crew, true)).toMatchObject({ code: 'safety.notSignedOff' });
    expect(mayMix(strict, { ...crew, signedOff: true }, false)).toMatchObject({
      code: 'safety.notAcknowledged',
    });
    expect(mayMix(strict, { ...crew, answers: true }, true).ok).toBe(true);
  });

  it('is nobody while it is on hold, a manager neither', () => {
    const held = { name: 'Foam', care, notes: [note({ gate: 'hold', words: 'Lot recalled', read: true })] };
    for (const who of [crew, { signedOff: true, answers: true }]) {
      expect(mayMix(held, who, true)).toMatchObject({
        code: 'note.hold',
        facts: { words: 'Lot recalled' },
      });
    }
  });

  it('is who has read the note that stands before it', () => {
    expect(mayMix({ name: 'Foam', care, notes: [note({})] }, crew, true)).toMatchObject({
      code: 'note.unread',
    });
    expect(mayMix({ name: 'Foam', care, notes: [note({ read: true })] }, crew, true).ok).toBe(true);
  });
});
