/** The places of the shop in the order of the work, each with the key that jumps to it. */
export const PLACES = [
  { path: '/bench', name: 'Bench', key: 'b' },
  { path: '/stock', name: 'Stock', key: 's' },
  { path: '/rigs', name: 'Rigs', key: 'r' },
  { path: '/crew', name: 'Crew', key: 'c' },
  { path: '/shop', name: 'Shop', key: 'h' },
] as const;
