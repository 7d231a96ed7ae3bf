/** The hold of the lot of a container, as an SQL expression; null where there is none. */
export const holdOf = (
  container: string,
): string => `(SELECT jsonb_build_object('lot', h.lot, 'words', h.words) FROM lot_hold h
  WHERE h.released_at IS NULL AND ${container}.lot <> '' AND h.lot = lower(${container}.lot))`;

export const HOLD_OF_CONTAINER = holdOf('c');
