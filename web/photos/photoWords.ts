import type { PhotoKind } from '#core/photos/photos.ts';
import { t } from '../lib/speech.ts';

export const KINDS = (): Record<PhotoKind, string> => ({
  before: t('Before'),
  after: t('After'),
  spot: t('A spot'),
});
