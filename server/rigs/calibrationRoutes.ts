import { Router } from 'express';
import { nothing } from '#contract/ledger.ts';
import { type CalibrationBody, calibrationBody } from '#contract/rigs.ts';
import { bucketFlow, calibrateDraw, drawOf, FLOW_METER_U, readingU } from '#core/delivery/drainTest.ts';
import type { Draw } from '#core/delivery/draw.ts';
import { accept, type Outcome } from '#core/outcome.ts';
import type { AppContext } from '../appContext.ts';
import { vessels } from '../equipment/queries.ts';
import { command } from '../http/commands.ts';
import { missing, problem, refusalProblem } from '../http/problems.ts';
import { wholeNumber } from '../http/readRequest.ts';
import { only } from '../http/signedIn.ts';
import { type CalibrationFacts, calibrationFacts, calibrations, insertCalibration } from './calibrations.ts';

/** Draws as they were measured. Everyone may look; leads measure, and take back what was measured wrongly. */
export function calibrationRoutes(context: AppContext): Router {
  const routes = Router({ mergeParams: true });
  routes.get('/', async (req, res) => {
    res.json(await calibrations(context.books, vesselOf(req.params)));
  });
  routes.post(
    '/',
    only('lead'),
    command(context, calibrationBody, async ({ tx, body, who, now, params }) => {
      const vesselId = vesselOf(params);
      const known = await calibrationFacts(tx, vesselId, body);
      if (!known) throw missing('vessel');
      checkFacts(known, body);
      const draw = drawFrom(body, known);
      if (!draw.ok) throw refusalProblem(draw, WHERE[draw.code] ?? '/runs');
      await insertCalibration(tx, vesselId, body, draw.value, who.personId, now);
      await tx.rows('UPDATE vessel SET dial_id = $2, revision = revision + 1 WHERE id = $1', [
        vesselId,
        body.dialId,
      ]);
      return {
        status: 201,
        body: (await vessels(tx, { id: vesselId }))[0],
        touched: [['vessels', vesselId]],
      };
    }),
  );
  routes.post(
    '/:id/withdrawals',
    only('lead'),
    command(context, nothing, async ({ tx, who, now, params }) => {
      const vesselId = vesselOf(params);
      const id = wholeNumber(params.id, 'calibration');
      const rows = await tx.rows(
        `UPDATE calibration SET withdrawn_at = coalesce(withdrawn_at, $3), withdrawn_by = coalesce(withdrawn_by, $4)
         WHERE id = $1 AND vessel_id = $2 RETURNING id`,
        [id, vesselId, now, who.personId],
      );
      if (rows.length === 0) throw missing('calibration');
      return {
        status: 201,
        body: (await vessels(tx, { id: vesselId }))[0],
        touched: [['vessels', vesselId]],
      };
    }),
  );
  return routes;
}

const vesselOf = (params: unknown): number =>
  wholeNumber((params as { vesselId: string }).vesselId, 'vessel');

const WHERE: Record<string, string> = {
  'drain.flow': '/flow',
  'drain.overWhole': '/flow',
  'flow.seconds': '/flow/seconds',
};

function checkFacts(known: CalibrationFacts, { seen, runs }: CalibrationBody): void {
  if (known.kind !== 'cannonBottle' && known.kind !== 'gunBottle') {
    throw problem(409, 'rig.noDraw', { vessel: known.name }, { at: '/dialId' });
  }
  if (known.retired) throw problem(409, 'rig.retired', { vessel: known.name }, { at: '/dialId' });
  if (!known.dialThere) throw problem(409, 'rig.dialGone', {}, { at: '/dialId' });
  if (!known.machineThere) throw problem(409, 'rig.machineGone', {}, { at: '/machineId' });
  if (runs.every((r) => r.leftOut)) throw problem(409, 'rig.noRuns', {}, { at: '/runs' });
  const { newest } = known;
  if (newest && newest.id !== seen) {
    throw problem(409, 'calibration.newer', { by: newest.personName, q: newest.q }, { current: newest });
  }
}

function drawFrom(
  { flow, stepUl, runs, variant }: CalibrationBody,
  { bottleUl }: CalibrationFacts,
): Outcome<Draw> {
  const found =
    flow.kind === 'bucket'
      ? bucketFlow(flow.ul, flow.seconds)
      : accept({ mlPerMin: flow.mlPerMin, u: FLOW_METER_U });
  if (!found.ok) return found;
  const kept = runs.filter((r) => !r.leftOut);
  const volumeU = readingU(Math.min(...kept.map((r) => r.drainedUl)), stepUl);
  const setup = { variant, flowMlPerMin: found.value.mlPerMin, flowU: found.value.u, volumeU, bottleUl };
  const draw = calibrateDraw(kept, setup);
  return draw.ok ? accept(drawOf(draw.value)) : draw;
}
