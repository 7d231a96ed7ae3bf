import { Link } from 'react-router';
import { t } from '../lib/speech.ts';
import { useRun } from '../run/useRun.ts';
import type { MixedFor } from './mix/benchAddress.ts';

/** The run that wants the mix: back to it in one tap. */
export function ForRun({ of }: { of: MixedFor }) {
  const { here } = useRun(of.run ?? '');
  return (
    <p className="leading-tight">
      <Link className="inline-flex min-h-12 items-center" to={`/run/${of.run}`}>
        {here ? t('For {0}: back to the run', here.run.vehicle) : t('Back to the run')}
      </Link>
    </p>
  );
}
