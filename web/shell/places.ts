import { atLeast, type Role } from '#contract/roles.ts';
import { t } from '../lib/speech.ts';

/**
 * The places of the shop in the order of the work, each with the key that jumps to it. On a phone those of the desk are
 * found under who is signed in.
 */
export const PLACES = () =>
  [
    { path: '/yard', name: t('Yard'), key: 'y', desk: false },
    { path: '/plan', name: t('Plan'), key: 'p', desk: false },
    { path: '/bench', name: t('Bench'), key: 'b', desk: false },
    { path: '/run', name: t('Run'), key: 'u', desk: false },
    { path: '/recipes', name: t('Recipes'), key: 'e', desk: true },
    { path: '/stock', name: t('Stock'), key: 's', desk: false },
    { path: '/rigs', name: t('Rigs'), key: 'r', desk: true },
    { path: '/review', name: t('Review'), key: 'v', desk: true, needed: 'lead' },
    { path: '/crew', name: t('Crew'), key: 'c', desk: true },
    { path: '/shop', name: t('Shop'), key: 'h', desk: true },
  ] as const;

/** Those that are open to a role. */
export const placesOf = (role: Role) =>
  PLACES().filter((place) => !('needed' in place) || atLeast(role, place.needed));
