import { Router } from 'express';
import type { Tls } from './authority.ts';

/** What a device needs to trust this machine: the certificate of the shop's own authority. No secret is in it. */
export function trustRoutes(tls: Tls | null): Router {
  const routes = Router();
  routes.get('/', (_req, res) => void res.json({ fingerprint: tls?.fingerprint ?? null }));
  routes.get('/authority.crt', (_req, res) => {
    if (!tls) return void res.status(404).end();
    res.type('application/x-x509-ca-cert').attachment('kettle-mix.crt').send(tls.authority);
  });
  return routes;
}
