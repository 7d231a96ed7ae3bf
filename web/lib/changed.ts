import type { Topic } from '#contract/ledger.ts';

/** How far the shop's machine had told what changes as this page first heard of it. */
let heard: string | null = null;

export const heardSoFar = (): string => heard ?? '';

/** An answer says how far what is told has come: the first one counts, as nothing older is shown here. */
export const takeFirst = (seq: string | null): void => {
  heard ??= seq;
};

/** Something was told. */
export const takeHeard = (seq: string): void => {
  heard = seq || heard;
};

/** What a command changed: topics, or something nobody here knows. */
type Changed = readonly Topic[] | 'anything';

let told: (what: Changed) => void = () => {};

/** Has somebody told what each command that is answered has changed in the books. */
export const onChanged = (tell: (what: Changed) => void): void => {
  told = tell;
};

/** An answer names what it touched; one that was given before is told again as anything. */
export function takeTouched(header: string | null): void {
  if (header) told(header === '*' ? 'anything' : (header.split(', ') as Topic[]));
}

/** How things stand was against it: what is shown is older than that. */
export const tellStale = (): void => told('anything');
