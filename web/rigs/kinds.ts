import type { DeviceKind } from '#contract/rigs.ts';
import type { MeasureKind, VesselKind } from '#core/mixing/outlines.ts';
import { t } from '../lib/speech.ts';

export const DEVICE_NAMES: () => Record<DeviceKind, string> = () => ({
  pressureWasher: t('Pressure washer'),
  dispenser: t('Wall dispenser'),
});

export const VESSEL_NAMES: () => Record<VesselKind, string> = () => ({
  triggerBottle: t('Trigger bottle'),
  pumpSprayer: t('Pump sprayer'),
  cannonBottle: t('Foam cannon bottle'),
  gunBottle: t('Hose-end gun bottle'),
  bucket: t('Bucket'),
  towelBucket: t('Towel bucket'),
  stockPail: t('Stock pail'),
  tank: t('Tank'),
});

export const MEASURE_NAMES: () => Record<MeasureKind, string> = () => ({
  syringe: t('Syringe'),
  cylinder: t('Cylinder'),
  jug: t('Jug'),
  cap: t('Cap'),
  pump: t('Pump head'),
});
