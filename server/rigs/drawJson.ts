import { utc } from '../db/utc.ts';

/** A calibration as the draw it gives, for a query that joins its person `w` and its liquid `p`. */
export const drawJson = (c: string): string =>
  `jsonb_build_object('calibrationId', ${c}.id, 'dialId', ${c}.dial_id, 'machineId', ${c}.machine_id, 'q', ${c}.q, 'u', ${c}.u,
     'known', CASE WHEN ${c}.q_from IS NULL THEN 'oneRun' ELSE 'measured' END, 'from', ${c}.q_from, 'to', ${c}.q_to,
     'runs', (SELECT count(*) FROM calibration_run r WHERE r.calibration_id = ${c}.id AND NOT r.left_out),
     'at', ${utc(`${c}.measured_at`)}, 'personName', w.name,
     'liquidName', p.name)`;
