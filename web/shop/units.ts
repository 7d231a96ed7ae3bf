import type { Shop } from '#contract/shop.ts';
import { t } from '../lib/speech.ts';

export const UNIT_SYSTEM_NAMES: () => Record<Shop['units'], string> = () => ({
  metric: t('Metric: ml and litres'),
  us: t('US: fluid ounces and gallons'),
  imperial: t('Imperial: fluid ounces and gallons'),
});
