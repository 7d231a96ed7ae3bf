import { accept, type Outcome, refuse } from '../outcome.ts';

/** What one person books as waste alone on a day of the shop's, in microlitres: a default of the program. */
export const OWN_WASTE_UL = 500_000;

/**
 * Whether somebody may book more waste today, from a container or off a line alike.
 *
 * @param ul how much more, microlitres
 * @param todayUl what they have booked today and not taken back, microlitres
 * @returns refuses over {@link OWN_WASTE_UL} altogether; a lead and above are not asked
 */
export const mayWaste = (ul: number, todayUl: number): Outcome<null> =>
  todayUl + ul > OWN_WASTE_UL ? refuse('waste.tooMuch', { overUl: OWN_WASTE_UL, todayUl }) : accept(null);
