import type { ImportKind } from '#contract/imports.ts';
import { t } from '../../lib/speech.ts';

/** What comes in out of spreadsheets. */
export const KIND_NAMES: () => Record<ImportKind, string> = () => ({
  containers: t('Containers'),
  products: t('Products'),
  vessels: t('Vessels'),
  recipes: t('Recipes'),
  people: t('People'),
  jobs: t('Jobs'),
});
