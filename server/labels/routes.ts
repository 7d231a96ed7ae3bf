import { type Request, type Response, Router } from 'express';
import {
  BUCKET_ROLES,
  LABEL_SIZES,
  LABELS_ON_A4,
  type Label,
  type LabelPrinter,
  type LabelSize,
  type PrintedLabel,
  printBody,
  printBucketBody,
} from '#contract/labels.ts';
import { mayUseBatch } from '#core/booking/resolveUse.ts';
import type { AppContext } from '../appContext.ts';
import { batchActRoutes } from '../batches/acts.ts';
import { batchOutcomeRoutes } from '../batches/outcomes.ts';
import { batchOf } from '../batches/queries.ts';
import { containerOf } from '../containers/queries.ts';
import type { Queryable } from '../db/books.ts';
import { utc } from '../db/utc.ts';
import { preparedCommand } from '../http/commands.ts';
import { decided, missing, problem } from '../http/problems.ts';
import { wholeNumber } from '../http/readRequest.ts';
import { products } from '../products/queries.ts';
import { shopOf } from '../shop/queries.ts';
import { bottleLabel, containerLabel } from './bottleLabel.ts';

/** A screen's picture of a label, and one sharp enough to read every word. */
const PREVIEW_DPI = { large: 200, small: 260, a4: 110 } as const;

/** Batches with their labels: as PDF to print anywhere, as PNG to look at, and on the label printer. */
export function batchRoutes(context: AppContext): Router {
  const routes = Router();

  routes.get('/:id', async (req, res) => {
    const batch = await batchOf(context.books, req.params.id);
    if (!batch) throw missing('batch');
    res.json(batch);
  });
  routes.use('/:id/outcomes', batchOutcomeRoutes(context));
  routes.use('/:id', batchActRoutes(context));
  routes.use('/:id', bottleRoutes(context, batchLabelOf));
  return routes;
}

/** Labels of containers, and of all that came with a delivery, one after the other. */
export function containerLabelRoutes(context: AppContext): Router {
  return bottleRoutes(context, containerLabelOf);
}
export function deliveryLabelRoutes(context: AppContext): Router {
  const routes = Router({ mergeParams: true });
  routes.get('/labels.pdf', async (req, res) => {
    const id = wholeNumber((req.params as { id?: string }).id, 'delivery');
    const came = await context.books.rows<{ id: number }>(
      'SELECT id FROM container WHERE delivery_id = $1 AND retired_at IS NULL ORDER BY id',
      [id],
    );
    if (came.length === 0) throw missing('delivery');
    const ids = came.map((c) => c.id);
    await sendLabels(context, ids, `D-${id} labels.pdf`, req, res);
  });
  return routes;
}

/** Labels of the containers that are asked for, in one document. */
export function chosenLabelRoutes(context: AppContext): Router {
  const routes = Router();
  routes.get('/labels.pdf', async (req, res) => {
    const ids = String(req.query.ids ?? '').split(',');
    if (ids.length > MOST_LABELS) throw problem(400, 'filter.unreadable', { name: 'ids' });
    const read = ids.map((id) => wholeNumber(id, 'container'));
    await sendLabels(context, read, 'labels.pdf', req, res);
  });
  return routes;
}
const MOST_LABELS = 200;

async function sendLabels(
  context: AppContext,
  ids: readonly number[],
  name: string,
  req: Request,
  res: Response,
): Promise<void> {
  const labels: Label[] = [];
  for (const id of ids) labels.push((await containerLabelOf(context, String(id))).label);
  res
    .type('application/pdf')
    .set('Content-Disposition', `inline; filename="${name}"`)
    .send(Buffer.from(await context.documents.labelsPdf(labels, sizeIn(req).size)));
}

/** The label of something that has one: as PDF, as a picture, and out of the label printer. */
function bottleRoutes(
  context: AppContext,
  labelOf: (context: AppContext, id: string) => Promise<{ batchId: number | null; label: Label }>,
): Router {
  const routes = Router({ mergeParams: true });
  const idIn = (params: object) => String((params as { id?: string }).id);
  routes.get('/label.pdf', async (req, res) =>
    sendPdf(context, req, res, (await labelOf(context, idIn(req.params))).label),
  );
  routes.get('/label.png', async (req, res) =>
    sendPng(context, req, res, (await labelOf(context, idIn(req.params))).label),
  );
  routes.post(
    '/labels',
    preparedCommand(
      context,
      printBody,
      async ({ body, params }) => {
        const { batchId, label } = await labelOf(context, idIn(params));
        return { batchId, label, pdf: await context.documents.labelPdf(label, body.size, body.copies) };
      },
      async ({ tx, body, who, now, ready }) => {
        const id = await context.labelPrinter.print(tx, { ...ready, ...body, personId: who.personId, now });
        return { status: 201, body: { id }, touched: [['labels', id]] };
      },
    ),
  );
  return routes;
}

/** What the label printer put out, and labels for buckets. */
export function labelRoutes(context: AppContext): Router {
  const routes = Router();

  routes.get('/', async (_req, res) => {
    const shown: LabelPrinter = { kind: context.labelPrinter.kind, printed: await printed(context.books) };
    res.json(shown);
  });
  routes.get('/bucket.pdf', async (req, res) => sendPdf(context, req, res, bucketIn(req)));
  routes.get('/bucket.png', async (req, res) => sendPng(context, req, res, bucketIn(req)));
  routes.post(
    '/buckets',
    preparedCommand(
      context,
      printBucketBody,
      async ({ body: { role, size, copies } }) => {
        const label: Label = { kind: 'bucket', role };
        return { batchId: null, label, pdf: await context.documents.labelPdf(label, size, copies) };
      },
      async ({ tx, body: { role: _, ...job }, who, now, ready }) => {
        const id = await context.labelPrinter.print(tx, { ...ready, ...job, personId: who.personId, now });
        return { status: 201, body: { id }, touched: [['labels', id]] };
      },
    ),
  );
  routes.get('/:id.pdf', async (req, res) => {
    const { pdf } = await printedPage(context.books, req.params.id);
    res.type('application/pdf').send(Buffer.from(pdf));
  });
  routes.get('/:id.png', async (req, res) => {
    const { pdf, size } = await printedPage(context.books, req.params.id);
    res
      .type('image/png')
      .set('Cache-Control', 'private, max-age=31536000, immutable')
      .send(Buffer.from(await context.documents.pagePng(pdf, 1, PREVIEW_DPI[size])));
  });
  return routes;
}

async function containerLabelOf(context: AppContext, id: string) {
  const container = await containerOf(context.books, wholeNumber(id, 'container'));
  const [product] = container ? await products(context.books, { id: container.productId }) : [];
  const shop = await shopOf(context.books);
  if (!container || !product || !shop) throw missing('container');
  const label = containerLabel(container, product, shop, `${context.publicAddress()}c/${container.code}`);
  return { batchId: null, label };
}

async function batchLabelOf(context: AppContext, idOrCode: string) {
  const batch = await batchOf(context.books, idOrCode);
  const [product] = batch ? await products(context.books, { id: batch.productId }) : [];
  const shop = await shopOf(context.books);
  if (!batch || !product || !shop) throw missing('batch');
  decided(mayUseBatch(batch));
  return {
    batchId: batch.id,
    label: bottleLabel(batch, product, shop, `${context.publicAddress()}b/${batch.code}`),
  };
}

function bucketIn(req: Request): Label {
  const role = BUCKET_ROLES.find((r) => r === req.query.role);
  if (!role) throw missing('bucket label');
  return { kind: 'bucket', role };
}

function sizeIn(req: Request): { size: LabelSize; copies: number } {
  const size = (req.query.size ?? 'large') as LabelSize;
  const copies = Number(req.query.copies ?? (size === 'a4' ? LABELS_ON_A4 : 1));
  if (!LABEL_SIZES.includes(size) || !Number.isInteger(copies) || copies < 1 || copies > 24) {
    throw problem(422, 'label.size', { sizes: LABEL_SIZES, most: 24 });
  }
  return { size, copies };
}

async function sendPdf(context: AppContext, req: Request, res: Response, label: Label): Promise<void> {
  const { size, copies } = sizeIn(req);
  const name = label.kind === 'bottle' ? label.code : `${label.role} bucket`;
  res
    .type('application/pdf')
    .set('Content-Disposition', `inline; filename="${name} label.pdf"`)
    .send(Buffer.from(await context.documents.labelPdf(label, size, copies)));
}

async function sendPng(context: AppContext, req: Request, res: Response, label: Label): Promise<void> {
  const { size, copies } = sizeIn(req);
  const pdf = await context.documents.labelPdf(label, size, copies);
  res.type('image/png').send(Buffer.from(await context.documents.pagePng(pdf, 1, PREVIEW_DPI[size])));
}

const PRINTED_SHOWN = 40;

function printed(db: Queryable): Promise<PrintedLabel[]> {
  return db.rows(
    `SELECT l.id, l.label->>'code' AS code, coalesce(l.label->>'productName', l.label->>'role') AS what, l.size, l.copies,
            ${utc('l.printed_at')} AS at, w.name AS "personName"
     FROM printed_label l JOIN person w ON w.id = l.printed_by ORDER BY l.id DESC LIMIT $1`,
    [PRINTED_SHOWN],
  );
}

async function printedPage(db: Queryable, id: unknown): Promise<{ pdf: Uint8Array; size: LabelSize }> {
  const [page] = await db.rows<{ pdf: Uint8Array; size: LabelSize }>(
    'SELECT pdf, size FROM printed_label WHERE id = $1',
    [wholeNumber(id, 'printed label')],
  );
  if (!page) throw missing('printed label');
  return page;
}
