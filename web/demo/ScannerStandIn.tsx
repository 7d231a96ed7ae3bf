import { useSession } from '../lib/session.tsx';
import { t } from '../lib/speech.ts';
import { Button } from '../ui/Button.tsx';
import { More } from '../ui/More.tsx';
import { simulateScan } from './simulateScan.ts';

/** The demo's barcode scanner: types a label's code the way a real one does. Not there in a shop of one's own. */
export function ScannerStandIn({ labels }: { labels: { code: string; name: string }[] }) {
  const { settings } = useSession();
  if (!settings.demo || labels.length === 0) return null;
  return (
    <More className="border border-dashed border-hairline p-3" title={t('Stand-in: a barcode scanner')} plain>
      <p className="mb-3 text-[0.94rem] text-muted">
        {t('Nothing real is connected. Each key scans the label it names.')}
      </p>
      <div className="flex flex-wrap gap-3">
        {labels.map(({ code, name }) => (
          <Button key={code} onClick={() => simulateScan(code)}>
            <span className="reading">{code}</span> {name}
          </Button>
        ))}
      </div>
    </More>
  );
}
