/**
 * The places of the shop in the order of the work, each with the key that jumps to it. On a phone those of the desk are
 * found under who is signed in.
 */
export const PLACES = [
  { path: '/yard', name: 'Yard', key: 'y', desk: false },
  { path: '/bench', name: 'Bench', key: 'b', desk: false },
  { path: '/recipes', name: 'Recipes', key: 'e', desk: false },
  { path: '/stock', name: 'Stock', key: 's', desk: false },
  { path: '/rigs', name: 'Rigs', key: 'r', desk: true },
  { path: '/crew', name: 'Crew', key: 'c', desk: true },
  { path: '/shop', name: 'Shop', key: 'h', desk: true },
] as const;
