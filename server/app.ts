import { existsSync } from 'node:fs';
import compression from 'compression';
import express, { type Express, type Request, type Response } from 'express';
import helmet from 'helmet';
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
import type { House } from './house.ts';
import { readableAddress, readableBody } from './http/door.ts';
import { knownHost, sameOriginOnly } from './http/origin.ts';
import { answerProblems, HttpProblem, unknownRoute } from './http/problems.ts';
import { findSession, only } from './http/signedIn.ts';
import { refuseDamaged, refuseWithoutRoom } from './http/whole.ts';
import { importRoutes } from './imports/routes.ts';
import { batchRoutes, containerLabelRoutes, deliveryLabelRoutes, labelRoutes } from './labels/routes.ts';
import { ledgerRoutes } from './ledger/list.ts';
import { movementRoutes } from './ledger/routes.ts';
import { trailRoutes } from './ledger/trail.ts';
import { overrideRoutes } from './people/overrides.ts';
import { peopleRoutes } from './people/routes.ts';
import { placeOf } from './places.ts';
import { firstAidRoutes } from './products/firstAid.ts';
import { noteRoutes } from './products/notes.ts';
import { productRoutes } from './products/routes.ts';
import { sheetFileRoutes } from './products/sheets.ts';
import { recipeRoutes } from './recipes/routes.ts';
import { calibrationRoutes } from './rigs/calibrationRoutes.ts';
import { deviceRoutes } from './rigs/deviceRoutes.ts';
import { sessionRoutes } from './sessions/routes.ts';
import { shopRoutes } from './shop/routes.ts';
import { trialRoutes } from './trials/routes.ts';
import { measureRoutes, placeRoutes, vesselRoutes } from './ware/routes.ts';
import { weatherRoutes } from './weather/weather.ts';

const INTERFACE = placeOf('dist/web');

/** Everything the shop's program serves. */
export function createApp(house: House): Express {
  const app = express();
  app.disable('x-powered-by');
  app.set('etag', false);
  app.use(knownHost);
  app.use(compression({ filter: compressed }));
  app.use(headers);
  app.use(tellTime(house));

  const api = express.Router();
  api.use(notKept);
  api.get('/health', (_req, res) => void res.json({ ok: true }));
  api.use(sameOriginOnly);
  api.use(refuseDamaged(house));
  api.use(readableAddress, jsonOnly, express.json({ limit: BODY_LIMIT, strict: true }), readableBody);
  api.use(findSession(house));
  api.use(refuseWithoutRoom(house));
  api.use('/shop', shopRoutes(house));
  api.use('/sessions', sessionRoutes(house));
  api.use('/first-aid', firstAidRoutes(house));
  api.use('/products/:id/sheets', sheetFileRoutes(house));
  api.use(only('technician'));
  api.use('/overrides', overrideRoutes(house));
  api.get('/live', house.live.listen);
  api.use('/people', peopleRoutes(house));
  api.use('/products', productRoutes(house));
  api.use('/notes', noteRoutes(house));
  api.use('/recipes', recipeRoutes(house));
  api.use('/vessels', vesselRoutes(house));
  api.use('/vessels/:vesselId/calibrations', calibrationRoutes(house));
  api.use('/devices', deviceRoutes(house));
  api.use('/tips', tipRoutes(house));
  api.use('/lines', lineRoutes(house));
  api.use('/line-fills', lineFillRoutes(house));
  api.use('/instruments', instrumentRoutes(house));
  api.use('/measures', measureRoutes(house));
  api.use('/places', placeRoutes(house));
  api.use('/containers/:id', containerLabelRoutes(house));
  api.use('/containers', containerRoutes(house));
  api.use('/deliveries/:id', deliveryLabelRoutes(house));
  api.use('/lots', recallRoutes(house));
  api.use('/lots/:lot', lotHoldRoutes(house));
  api.use('/deliveries', deliveryRoutes(house));
  api.use('/suppliers', supplierRoutes(house));
  api.use('/counts', countRoutes(house));
  api.use('/batches', batchRoutes(house));
  api.use('/outcomes', outcomeRoutes(house));
  api.use('/clocks', clockRoutes(house));
  api.use('/film-factors', filmFactorRoutes(house));
  api.use('/unsettled', unsettledRoutes(house));
  api.use('/trials', trialRoutes(house));
  api.use('/backups', backupRoutes(house));
  api.use('/weather', weatherRoutes(house));
  api.use('/labels', labelRoutes(house));
  api.use('/imports', importRoutes(house));
  api.use('/movements', ledgerRoutes(house));
  api.use('/trail', trailRoutes(house));
  api.use(movementRoutes(house));
  api.use(unknownRoute);

  app.use('/api', api);
  app.use(
    '/assets',
    express.static(`${INTERFACE}/assets`, { immutable: true, maxAge: '1y', fallthrough: false }),
  );
  app.use(express.static(INTERFACE, { index: false }));
  app.get('/{*path}', (_req, res) => {
    if (!existsSync(`${INTERFACE}/index.html`))
      throw new HttpProblem(404, 'interface.notBuilt', 'The interface is not built.');
    res.set('Cache-Control', 'no-cache').sendFile(`${INTERFACE}/index.html`);
  });
  app.use(answerProblems(house.log));
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

/** The shop's own time with every answer: devices keep to it, whatever their own clock says. */
const tellTime =
  (house: House): express.RequestHandler =>
  (_req, res, next) => {
    res.set('X-Shop-Time', String(house.now().getTime()));
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
  next(
    new HttpProblem(415, 'body.notJson', 'The request is not JSON.', {
      remedy: 'Send it as application/json.',
    }),
  );
};
