import { type Sentence, toSay } from '../say.ts';
import type { StepKind } from './steps.ts';

/** What whoever drives it minds afterwards: always, or where something was done. A row here and nowhere else. */
const AFTERCARE: readonly { readonly after: readonly StepKind[] | null; readonly says: Sentence }[] = [
  { after: null, says: toSay('Brake gently a few times before setting off: the discs are wet.') },
  {
    after: null,
    says: toSay('Take droppings and insects off within a day or two, softened first: they bite into paint.'),
  },
  { after: null, says: toSay('Dust is rinsed off, never wiped off dry.') },
  {
    after: ['dressing'],
    says: toSay('Drive slowly for the first minutes: fresh dressing can fling onto the paint.'),
  },
  { after: ['clay'], says: toSay('Clay took off what protected the paint as well: have it protected soon.') },
  { after: ['panelWipe'], says: toSay('The paint is bare until it is protected: keep it under a roof.') },
  {
    after: ['rinseless', 'waterless'],
    says: toSay('It was washed without running water: have the arches flushed at the next wash.'),
  },
];

/** What is told whoever takes a vehicle away, by what was done to it. */
export const aftercareOf = (done: readonly StepKind[]): Sentence[] =>
  AFTERCARE.filter(({ after }) => after === null || after.some((kind) => done.includes(kind))).map(
    (a) => a.says,
  );
