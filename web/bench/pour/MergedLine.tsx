import { Link } from 'react-router';
import type { Merged } from '#contract/ledger.ts';
import { formatPercent } from '#core/strength/formatStrength.ts';
import type { Fraction } from '#core/strength/strength.ts';
import { formatVolume } from '#core/units/formatVolume.ts';
import { LabelButton } from '../../labels/LabelButton.tsx';
import { post } from '../../lib/api.ts';
import { useSession } from '../../lib/session.tsx';
import { t } from '../../lib/speech.ts';
import { useCommand } from '../../state/useCommand.ts';
import { dayInWords } from '../../ui/dates.ts';
import { Refusal } from '../../ui/Refusal.tsx';

/** The slip of what was made from other mixes, with its undo. */
export function MergedLine({ merged, undone }: { merged: Merged; undone: () => void }) {
  const { shop } = useSession();
  const undo = useCommand(() => post(`/movements/${merged.movementId}/reversals`, {}), undone);
  return (
    <div role="status" className="ruled flex flex-wrap items-center gap-5 border-faint">
      <p className="flex-1 [&_a]:whitespace-nowrap">
        {t('{0} in {1}, batch', formatVolume(merged.totalUl, shop.units), merged.vesselName)}{' '}
        <Link className="reading" to={`/stock/batches/${merged.batchId}`}>
          {merged.batchCode}
        </Link>
        , {formatPercent(merged.fraction as Fraction)}
        {merged.useBy && t(', good until {0}', dayInWords(merged.useBy))}.
      </p>
      <LabelButton of={{ batchId: merged.batchId, code: merged.batchCode }}>{t('Label')}</LabelButton>
      <button type="button" className="min-h-16 px-3 underline underline-offset-4" onClick={() => undo.run()}>
        {t('Undo')}
      </button>
      {undo.refusal && <Refusal problem={undo.refusal} />}
    </div>
  );
}
