import express, { Router } from 'express';
import { csvOf } from '#contract/csv.ts';
import {
  correctionBody,
  IMPORT_COLUMNS,
  IMPORT_KINDS,
  IMPORT_MOST_BYTES,
  IMPORT_MOST_ROWS,
  type ImportKind,
  LEAD_KINDS,
} from '#contract/imports.ts';
import { nothing } from '#contract/ledger.ts';
import type { AppContext } from '../appContext.ts';
import { idOf } from '../equipment/queries.ts';
import { command, fileCommand } from '../http/commands.ts';
import { type HttpProblem, missing, problem } from '../http/problems.ts';
import { isKeepable, wholeNumber } from '../http/readRequest.ts';
import { only, type SignedIn } from '../http/signedIn.ts';
import { putRight } from './putRight.ts';
import { bookOrFail, checkFile, forgetUnwanted, giveUp, importOf, moveOn } from './runner.ts';

/** What a shop has in spreadsheets: read first, put right row by row, and what can be booked is booked. */
export function importRoutes(context: AppContext): Router {
  const routes = Router();
  routes.use(only('lead'));

  routes.get('/:kind.csv', (req, res) => {
    const kind = kindIn(req.params.kind);
    const columns = IMPORT_COLUMNS[kind];
    res
      .type('text/csv')
      .set('Content-Disposition', `attachment; filename="${kind} example.csv"`)
      .send(
        csvOf(
          columns.map((c) => c.name),
          [columns.map((c) => c.sample)],
        ),
      );
  });
  routes.get('/:id', async (req, res) => {
    const found = await importOf(context.books, wholeNumber(req.params.id, 'import'));
    if (!found) throw missing('import');
    res.json(found);
  });
  const asText = express.text({ type: 'text/csv', limit: IMPORT_MOST_BYTES });
  const read = fileCommand(context, async ({ tx, who, now, params, file: text, name }) => {
    const kind = kindIn(params.kind);
    if (typeof text !== 'string' || text.trim() === '') {
      throw problem(415, 'import.empty', {});
    }
    if (!isKeepable(text)) {
      throw problem(415, 'import.characters', {});
    }
    if (text.split(/\r\n|\n|\r/).length > IMPORT_MOST_ROWS) {
      throw problem(413, 'import.tooLong', { most: IMPORT_MOST_ROWS });
    }
    refuseUnlessTheirs(kind, who);
    const id = idOf(
      await tx.rows(
        `INSERT INTO csv_import (kind, file_name, state, started_by, started_at) VALUES ($1, $2, 'checking', $3, $4) RETURNING id`,
        [kind, name ?? 'file', who.personId, now],
      ),
    );
    const after = () =>
      void checkFile(context, id, kind, text).catch((error) => giveUp(context, id, 'checking', error));
    return { status: 202, body: await importOf(tx, id), touched: [['imports', id]], after };
  });
  routes.post('/:kind', asText, read);

  routes.post(
    '/:id/bookings',
    command(context, nothing, async ({ tx, params, who }) => {
      const id = wholeNumber(params.id, 'import');
      const found = await importOf(tx, id);
      if (found) refuseUnlessTheirs(found.kind, who);
      if (!(await moveOn(tx, id, ['ready'], 'booking'))) throw notNow(found);
      const after = () => void bookOrFail(context, id);
      return { status: 202, body: await importOf(tx, id), touched: [['imports', id]], after };
    }),
  );
  routes.post(
    '/:id/corrections',
    command(context, correctionBody, async ({ tx, body, params, who }) => {
      const id = wholeNumber(params.id, 'import');
      const found = await importOf(tx, id);
      if (!found) throw missing('import');
      refuseUnlessTheirs(found.kind, who);
      if (!IMPORT_COLUMNS[found.kind].some((c) => c.name === body.column)) throw missing('column');
      // What was left out is put right afterwards, too.
      if (!(await moveOn(tx, id, ['ready', 'done'], 'ready'))) throw notNow(found);
      if ((await putRight(tx, found, body)) === 0) throw missing('row');
      return { status: 201, body: await importOf(tx, id), touched: [['imports', id]] };
    }),
  );
  routes.post(
    '/:id/cancellations',
    command(context, nothing, async ({ tx, params, now, who }) => {
      const id = wholeNumber(params.id, 'import');
      const found = await importOf(tx, id);
      if (found) refuseUnlessTheirs(found.kind, who);
      if (!(await moveOn(tx, id, ['checking', 'ready', 'refused'], 'cancelled'))) throw notNow(found);
      await tx.rows('UPDATE csv_import SET ended_at = $2 WHERE id = $1', [id, now]);
      await forgetUnwanted(tx, id);
      return { status: 201, body: await importOf(tx, id), touched: [['imports', id]] };
    }),
  );
  return routes;
}

/** What a lead brings in is containers and jobs; the rest is a manager's, to the end. */
function refuseUnlessTheirs(kind: ImportKind, { role }: Pick<SignedIn, 'role'>): void {
  if (!LEAD_KINDS.includes(kind) && role !== 'manager') throw problem(403, 'import.manager', {});
}

function kindIn(param: unknown): ImportKind {
  const kind = IMPORT_KINDS.find((k) => k === param);
  if (!kind) throw missing('kind of file');
  return kind;
}

function notNow(found: Awaited<ReturnType<typeof importOf>>): HttpProblem {
  if (!found) return missing('import');
  return problem(409, 'import.state', { state: found.state });
}
