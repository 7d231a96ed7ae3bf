/** A time as it crosses the wire: `2026-05-04T08:30:00.000Z`. */
export const utc = (at: string): string =>
  `to_char(${at} AT TIME ZONE 'UTC', 'YYYY-MM-DD"T"HH24:MI:SS.MS"Z"')`;
