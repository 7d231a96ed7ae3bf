import type { Router } from 'express';
import { type Device, deviceBody, devicePatch } from '#contract/rigs.ts';
import type { AppContext } from '../appContext.ts';
import { wareRoutes } from '../equipment/routes.ts';
import { devices, insertDevice, updateDevice } from './devices.ts';

export const deviceRoutes = (context: AppContext): Router =>
  wareRoutes<Parameters<typeof insertDevice>[1], Parameters<typeof updateDevice>[2], Device>(context, {
    what: 'device',
    topic: 'devices',
    body: deviceBody,
    patch: devicePatch,
    list: devices,
    insert: insertDevice,
    update: updateDevice,
  });
