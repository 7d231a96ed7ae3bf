import { ScanLine } from 'lucide-react';
import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import type { Vessel } from '#contract/equipment.ts';
import { mixScanned } from '#core/run/sameMix.ts';
import { ScannerStandIn } from '../demo/ScannerStandIn.tsx';
import { t } from '../lib/speech.ts';
import { leadsTo } from '../state/scannedCode.ts';
import { useScanner } from '../state/scanner.ts';
import { wantScan } from '../state/scanWanted.ts';
import { Watch } from '../ui/Refusal.tsx';
import type { RunHere } from './useRun.ts';

/** Opens the camera, or a field for the code. */
export function ScanBottle() {
  return (
    <button
      type="button"
      className="no-print flex min-h-12 items-center gap-2 underline underline-offset-4"
      onClick={() => wantScan()}
    >
      <ScanLine aria-hidden size={20} />
      {t('Scan a bottle')}
    </button>
  );
}

/** A bottle whose label is scanned beside a run is taken for its mix; what is none of the run's mixes is said, and led to. */
export function ScannedBottle({ here, vessels }: { here: RunHere; vessels: readonly Vessel[] }) {
  const { run, stand, slot, tell } = here;
  const navigate = useNavigate();
  const [scanned, setScanned] = useState<{ code: string; mix: number | null } | null>(null);
  useScanner((code) => {
    if (slot === null || !code.startsWith('B-')) return navigate(leadsTo(code));
    const vessel = vessels.find((v) => v.holds?.code === code);
    const mix = vessel ? mixScanned(run.plan.mixes, stand.taken, vessel) : null;
    setScanned({ code, mix });
    const batchId = vessel?.holds?.batchId;
    if (mix === null || batchId === undefined || stand.taken.get(mix)?.batchId === batchId) return;
    tell({ kind: 'taken', mix, batchId, batch: code });
  });
  const labels = vessels.flatMap((v) => (v.holds ? [{ code: v.holds.code, name: v.name }] : []));
  return (
    <div role="status" className="no-print">
      {scanned && scanned.mix !== null && (
        <p>
          {t('{0} is taken for', scanned.code)} <strong>{run.plan.mixes[scanned.mix]?.laid.product}</strong>.
        </p>
      )}
      {scanned && scanned.mix === null && (
        <Watch word={t('{0} is none of these mixes.', scanned.code)}>
          <Link to={leadsTo(scanned.code)}>{t('See what it is')}</Link>
        </Watch>
      )}
      {slot !== null && <ScannerStandIn labels={labels} />}
    </div>
  );
}
