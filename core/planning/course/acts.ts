// What a course consists of.

/** Something one person does, in seconds from the beginning. */
export type Act = {
  readonly what: 'setUp' | 'mix' | 'cool' | 'lay' | 'again' | 'takeOff' | 'work' | 'packUp';
  /** The step it belongs to; null for what is got ready and packed up. */
  readonly step: string | null;
  /** Which of the plan's mixes is made. */
  readonly mix: number | null;
  /** Which piece of the vehicle, from 0; null where it is done as a whole. */
  readonly piece: number | null;
  readonly person: number;
  readonly fromS: number;
  readonly toS: number;
};
/** Something that lies on the paint: from the end of laying to the begin of taking it off, and when that begins at the latest. */
export type Lying = {
  readonly steps: readonly string[];
  readonly piece: number;
  readonly fromS: number;
  readonly toS: number;
  readonly dueS: number;
};
export type Schedule = {
  readonly acts: readonly Act[];
  readonly lying: readonly Lying[];
  readonly elapsedS: number;
  /** What each person has nothing to do in, between their first act and the end. */
  readonly idleS: readonly number[];
  /** No order of these tasks is shorter; else the search was ended before all were looked at. */
  readonly shortest: boolean;
};
