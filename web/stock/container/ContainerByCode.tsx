import { Link, Navigate, useParams } from 'react-router';
import { t } from '../../lib/speech.ts';
import { Page } from '../../ui/Page.tsx';

/** Where a container's label leads: `/c/P-14`. */
export default function ContainerByCode() {
  const { code = '' } = useParams();
  const id = /^P-([1-9]\d{0,8})$/i.exec(code)?.[1];
  if (id) return <Navigate to={`/stock/containers/${id}`} replace />;
  return (
    <Page title={t('No container {0}', code)}>
      <p>
        {t('A container’s code looks like P-14.')} <Link to="/stock">{t('Look at the shelf')}</Link>
      </p>
    </Page>
  );
}
