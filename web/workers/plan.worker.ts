import { expose } from 'comlink';
import { otherWays } from '#core/planning/alternatives.ts';
import { byHour, byMethod, completeDay, completePlan, waysOut } from '#core/planning/completePlan.ts';
import { whatWouldChange } from '#core/planning/whatChanges.ts';

/** Makes plans off the main thread: each is made again for every method, hour and answer. */
const plans = { completePlan, completeDay, waysOut, byMethod, byHour, otherWays, whatWouldChange };
export type Plans = typeof plans;

expose(plans);
