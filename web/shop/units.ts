import type { Shop } from '#contract/shop.ts';

export const UNIT_SYSTEM_NAMES: Record<Shop['units'], string> = {
  metric: 'Metric: ml and litres',
  us: 'US: fluid ounces and gallons',
  imperial: 'Imperial: fluid ounces and gallons',
};
