import { existsSync } from 'node:fs';
import compression from 'compression';
import express, { type Express, type Request, type Response } from 'express';
import helmet from 'helmet';
import type { AppContext } from './appContext.ts';
import { backupRoutes } from './backups/routes.ts';
import { outcomeRoutes } from './batches/outcomes.ts';
import { filmFactorRoutes } from './clocks/factorRoutes.ts';
import { clockRoutes } from './clocks/routes.ts';
import { unsettledRoutes } from './clocks/unsettledRoutes.ts';
import { lotHoldRoutes } from './containers/lotHolds.ts';
import { recallRoutes } from './containers/recall.ts';
import { containerRoutes } from './containers/routes.ts';
import { countRoutes } from './counts/routes.ts';
import { deliveryRoutes, supplierRoutes } from './deliveries/routes.ts';
import { instrumentRoutes } from './devices/routes.ts';
import { lineFillRoutes, lineRoutes, tipRoutes } from './dispensers/routes.ts';
import { measureRoutes, placeRoutes, vesselRoutes } from './equipment/routes.ts';
import { Ahead } from './forecast/ahead.ts';
import { RunOuts } from './forecast/runOuts.ts';
import { knownHost, sameOriginOnly } from './http/origin.ts';
import { answerProblems, problem, unknownRoute } from './http/problems.ts';
import { readableAddress, readableBody } from './http/readRequest.ts';
import { findSession, only } from './http/signedIn.ts';
import { refuseDamaged, refuseWithoutRoom } from './http/whole.ts';
import { importRoutes } from './imports/routes.ts';
import { jobRoutes, vehicleRoutes } from './jobs/routes.ts';
import {
  batchRoutes,
  chosenLabelRoutes,
  containerLabelRoutes,
  deliveryLabelRoutes,
  labelRoutes,
} from './labels/routes.ts';
import { ledgerRoutes } from './ledger/reading/list.ts';
import { trailRoutes } from './ledger/reading/trail.ts';
import { movementRoutes } from './ledger/routes.ts';
import { workRoutes } from './longWork/routes.ts';
import { Notices } from './notices/routes.ts';
import { openingRoutes } from './opening/routes.ts';
import { orderRoutes } from './orders/routes.ts';
import { overrideRoutes } from './people/overrides.ts';
import { peopleRoutes } from './people/routes.ts';
import { photoRoutes, visitPhotoRoutes } from './photos/routes.ts';
import { placeOf } from './places.ts';
import { firstAidRoutes } from './products/firstAid.ts';
import { noteRoutes } from './products/notes.ts';
import { productRoutes } from './products/routes.ts';
import { sheetFileRoutes } from './products/sheets.ts';
import { recipeRoutes } from './recipes/routes.ts';
import { reviewRoutes } from './review/routes.ts';
import { calibrationRoutes } from './rigs/calibrationRoutes.ts';
import { deviceRoutes } from './rigs/deviceRoutes.ts';
import { runRoutes } from './runs/routes.ts';
import { sessionRoutes } from './sessions/routes.ts';
import { shopRoutes } from './shop/routes.ts';
import { trustRoutes } from './tls/trustRoutes.ts';
import { trialRoutes } from './trials/routes.ts';
import { varianceRoutes } from './variance/routes.ts';
import { weatherRoutes } from './weather/weather.ts';

const INTERFACE = placeOf('dist/web');

/** Everything the shop's program serves. */
export function createApp(context: AppContext): Express {
  const app = express();
  app.disable('x-powered-by');
  app.set('etag', false);
  app.use(knownHost);
  app.use(compression({ filter: compressed }));
  app.use(headers);
  app.use(tellTime(context));

  const api = express.Router();
  api.use(notKept);
  api.get('/health', (_req, res) => void res.json({ ok: true }));
  api.use(sameOriginOnly);
  api.use(refuseDamaged(context));
  api.use(readableAddress, jsonOnly, express.json({ limit: BODY_LIMIT, strict: true }), readableBody);
  api.use(findSession(context));
  api.use(refuseWithoutRoom(context));
  api.use('/trust', trustRoutes(context.tls));
  api.use('/shop', shopRoutes(context));
  api.use('/sessions', sessionRoutes(context));
  api.use('/first-aid', firstAidRoutes(context));
  api.use('/products/:id/sheets', sheetFileRoutes(context));
  const ahead = new Ahead(context);
  const notices = new Notices(context, new RunOuts(context, ahead));
  api.get('/feeds/:token.ics', notices.feed);
  api.use(only('technician'));
  api.use('/overrides', overrideRoutes(context));
  api.use('/notices', notices.routes());
  api.get('/live', context.live.listen);
  api.use('/people', peopleRoutes(context));
  api.use('/opening', openingRoutes(context));
  api.use('/products', productRoutes(context));
  api.use('/notes', noteRoutes(context));
  api.use('/recipes', recipeRoutes(context));
  api.use('/vessels', vesselRoutes(context));
  api.use('/vessels/:vesselId/calibrations', calibrationRoutes(context));
  api.use('/devices', deviceRoutes(context));
  api.use('/tips', tipRoutes(context));
  api.use('/lines', lineRoutes(context));
  api.use('/line-fills', lineFillRoutes(context));
  api.use('/instruments', instrumentRoutes(context));
  api.use('/measures', measureRoutes(context));
  api.use('/places', placeRoutes(context));
  api.use('/containers', chosenLabelRoutes(context));
  api.use('/containers/:id', containerLabelRoutes(context));
  api.use('/containers', containerRoutes(context));
  api.use('/deliveries/:id', deliveryLabelRoutes(context));
  api.use('/lots', recallRoutes(context));
  api.use('/lots/:lot', lotHoldRoutes(context));
  api.use('/deliveries', deliveryRoutes(context));
  api.use('/suppliers', supplierRoutes(context));
  api.use('/orders', orderRoutes(context));
  api.use('/counts', countRoutes(context));
  api.use('/batches', batchRoutes(context));
  api.use('/outcomes', outcomeRoutes(context));
  api.use('/clocks', clockRoutes(context));
  api.use('/film-factors', filmFactorRoutes(context));
  api.use('/unsettled', unsettledRoutes(context));
  api.use('/trials', trialRoutes(context));
  api.use('/jobs/:jobId/photos', visitPhotoRoutes(context));
  api.use('/photos', photoRoutes(context));
  api.get('/jobs/ahead', async (_req, res) => void res.json(await ahead.told()));
  api.use('/jobs', jobRoutes(context));
  api.use('/vehicles', vehicleRoutes(context));
  api.use('/runs', runRoutes(context));
  api.use('/backups', backupRoutes(context));
  api.use('/weather', weatherRoutes(context));
  api.use('/labels', labelRoutes(context));
  api.use('/imports', importRoutes(context));
  api.use('/movements', ledgerRoutes(context));
  api.use('/trail', trailRoutes(context));
  api.use('/variance', varianceRoutes(context));
  api.use('/works', workRoutes(context.works));
  api.use('/review', reviewRoutes(context));
  api.use(movementRoutes(context));
  api.use(unknownRoute);

  app.use('/api', api);
  app.use(
    '/assets',
    express.static(`${INTERFACE}/assets`, { immutable: true, maxAge: '1y', fallthrough: false }),
  );
  app.use(express.static(INTERFACE, { index: false }));
  app.get('/{*path}', (_req, res) => {
    if (!existsSync(`${INTERFACE}/index.html`)) throw problem(404, 'interface.notBuilt', {});
    res.set('Cache-Control', 'no-cache').sendFile(`${INTERFACE}/index.html`);
  });
  app.use(answerProblems(context.log));
  return app;
}

/** The shop's facts stay out of every cache; a route that serves what never changes says so itself. */
const notKept: express.RequestHandler = (_req, res, next) => {
  res.set('Cache-Control', 'no-store');
  next();
};

// Plain HTTP on the shop's own network: nothing here may insist on a secure context.
const headers = helmet({
  contentSecurityPolicy: {
    useDefaults: false,
    directives: {
      defaultSrc: ["'self'"],
      styleSrc: ["'self'", "'unsafe-inline'"],
      imgSrc: ["'self'", 'data:'],
      objectSrc: ["'none'"],
      baseUri: ["'none'"],
      formAction: ["'self'"],
      frameAncestors: ["'none'"],
    },
  },
  strictTransportSecurity: false,
  crossOriginOpenerPolicy: false,
  originAgentCluster: false,
});

/** Whatever is text goes compressed; a stream of events can't wait for a block to fill. */
const compressed = (req: Request, res: Response): boolean =>
  !String(res.getHeader('Content-Type')).startsWith('text/event-stream') && compression.filter(req, res);

/**
 * The shop's own time with every answer: devices keep to it, whatever their own clock says. And how far what it tells has
 * come, so that a page hears what changes before it listens.
 */
const tellTime =
  (context: AppContext): express.RequestHandler =>
  (_req, res, next) => {
    res.set({ 'X-Shop-Time': String(context.now().getTime()), 'X-Shop-Seq': String(context.live.seq) });
    next();
  };

/** The largest body the contract allows, a product with all its uses and label strengths, is well below this. */
const BODY_LIMIT = '512kb';

/** What is sent as a file. */
const FILE_PATH = /^\/(products\/\d+\/sheets|imports\/[a-z]+)$/;

const jsonOnly: express.RequestHandler = (req, _res, next) => {
  const hasBody =
    req.headers['transfer-encoding'] !== undefined || Number(req.headers['content-length'] ?? 0) > 0;
  if (!hasBody || req.is('application/json') || FILE_PATH.test(req.path)) return next();
  next(problem(415, 'body.notJson', {}));
};
