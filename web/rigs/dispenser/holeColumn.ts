import type { Tip } from '#contract/dispensers.ts';
import { t } from '../../lib/speech.ts';
import type { TableColumn } from '../../ui/tableColumn.ts';

/** How wide the hole of a tip is. */
export const holeColumn = (): TableColumn<Tip> => ({
  name: t('Hole'),
  figure: true,
  unit: 'mm',
  value: (tip) => tip.diameterMm,
  show: (tip) => `${tip.diameterMm} mm`,
});
