import type { Product } from '#contract/products.ts';
import type { ProtectionEffect, Thickness } from '#core/products/record.ts';

export const STATE_NAMES: Record<Product['state'], { name: string; note: string }> = {
  concentrate: { name: 'Concentrate', note: 'mixed with water before use' },
  hyper: { name: 'Hyper-concentrate', note: 'let down to a stock solution first' },
  readyToUse: { name: 'Ready to use', note: 'never diluted' },
};

export const THICKNESS_NAMES: Record<Thickness, string> = { thin: 'thin', gel: 'gel', unknown: 'not known' };

export const PROTECTION_NAMES: Record<ProtectionEffect, string> = {
  adds: 'adds some',
  keeps: 'leaves it',
  strips: 'strips it',
  unknown: 'not known',
};
