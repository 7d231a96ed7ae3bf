import { Link } from 'react-router';
import type { Container } from '#contract/equipment.ts';
import { formatVolume } from '#core/units/formatVolume.ts';
import { useSession } from '../../lib/session.tsx';
import { t } from '../../lib/speech.ts';

/** Containers as lines: code, what is left, where. */
export function ContainerList({ containers }: { containers: Container[] }) {
  const { shop } = useSession();
  if (containers.length === 0) return <p>{t('None of it is in stock.')}</p>;
  return (
    <ul className="max-w-3xl border-t border-hairline">
      {containers.map((c) => (
        <li key={c.id} className="ruled flex gap-5 border-faint py-2">
          <Link className="reading w-14" to={`/stock/containers/${c.id}`}>
            {c.code}
          </Link>
          <span className="reading w-24 text-right">{formatVolume(c.heldUl, shop.units)}</span>
          <span>
            {c.openedAt ? t('open') : t('sealed')} {t(c.kind)}, {c.placeName}
          </span>
        </li>
      ))}
    </ul>
  );
}
