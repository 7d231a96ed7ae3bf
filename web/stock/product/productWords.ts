import type { Product } from '#contract/products.ts';
import type { ProtectionEffect, Thickness } from '#core/products/record.ts';
import { t } from '../../lib/speech.ts';

export const STATE_NAMES: () => Record<Product['state'], { name: string; note: string }> = () => ({
  concentrate: { name: t('Concentrate'), note: t('mixed with water before use') },
  hyper: { name: t('Hyper-concentrate'), note: t('let down to a stock solution first') },
  readyToUse: { name: t('Ready to use'), note: t('never diluted') },
});

export const THICKNESS_NAMES: () => Record<Thickness, string> = () => ({
  thin: t('thin'),
  gel: t('gel'),
  unknown: t('not known'),
});

export const PROTECTION_NAMES: () => Record<ProtectionEffect, string> = () => ({
  adds: t('adds some'),
  keeps: t('leaves it'),
  strips: t('strips it'),
  unknown: t('not known'),
});
