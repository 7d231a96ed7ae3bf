export type { Notice } from '#core/notices/notices.ts';

/** A person's own calendar: since when there is one; its address is told once, when it is made. */
export type Feed = { madeAt: string | null };
export type NewFeed = Feed & { path: string };
