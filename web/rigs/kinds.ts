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

/** What a new measure of a kind usually is: how much it holds and one graduation, as typed. */
export const MEASURE_STARTS: Record<MeasureKind, { capacityUl: string; stepUl: string }> = {
  syringe: { capacityUl: '60 ml', stepUl: '1 ml' },
  cylinder: { capacityUl: '250 ml', stepUl: '2 ml' },
  jug: { capacityUl: '1 l', stepUl: '10 ml' },
  cap: { capacityUl: '10 ml', stepUl: '10 ml' },
  pump: { capacityUl: '4 ml', stepUl: '4 ml' },
};
