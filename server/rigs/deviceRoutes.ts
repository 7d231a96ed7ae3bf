import type { Router } from 'express';
import { type Device, deviceBody, devicePatch } from '#contract/rigs.ts';
import type { House } from '../house.ts';
import { wareRoutes } from '../ware/routes.ts';
import { devices, insertDevice, updateDevice } from './devices.ts';

export const deviceRoutes = (house: House): Router =>
  wareRoutes<Parameters<typeof insertDevice>[1], Parameters<typeof updateDevice>[2], Device>(house, {
    what: 'device',
    topic: 'devices',
    body: deviceBody,
    patch: devicePatch,
    list: devices,
    insert: insertDevice,
    update: updateDevice,
  });
