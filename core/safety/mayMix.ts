import { accept, type Outcome, refuse } from '../outcome.ts';
import type { Care } from '../products/record.ts';

/** A note that stands before a product: it is on hold, or has to be read by each before they mix it. */
export type StandingNote = { readonly gate: 'hold' | 'read'; readonly words: string; readonly read: boolean };

/**
 * Whether someone may mix a product: signed off where it asks for that, and with a word given before the pour where it
 * asks for one. Both are refusals, never warnings.
 *
 * @param who.signedOff signed off for this very product, and not past the day it holds until
 * @param who.answers a manager, who signs others off and answers for what is mixed
 * @param acknowledged said before this pour that the cautions were read and what they ask for is on
 */
export function mayMix(
  product: {
    readonly name: string;
    readonly care: Pick<Care, 'signOff' | 'acknowledge'>;
    readonly notes?: readonly StandingNote[];
  },
  who: { readonly signedOff: boolean; readonly answers: boolean },
  acknowledged: boolean,
): Outcome<null> {
  const { name, care, notes = [] } = product;
  const held = notes.find((n) => n.gate === 'hold');
  if (held) {
    return refuse('note.hold', { product: name, words: held.words });
  }
  if (care.signOff && !who.signedOff && !who.answers) {
    return refuse('safety.notSignedOff', { product: name });
  }
  const unread = notes.find((n) => !n.read);
  if (unread) {
    return refuse('note.unread', { product: name, words: unread.words });
  }
  if (care.acknowledge && !acknowledged) {
    return refuse('safety.notAcknowledged', { product: name });
  }
  return accept(null);
}
