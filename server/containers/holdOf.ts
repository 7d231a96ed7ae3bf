/** The hold of the lot of a container `c`, as an SQL expression; null where there is none. */
export const HOLD_OF_CONTAINER = `(SELECT jsonb_build_object('lot', h.lot, 'words', h.words) FROM lot_hold h
  WHERE h.released_at IS NULL AND c.lot <> '' AND h.lot = lower(c.lot))`;
