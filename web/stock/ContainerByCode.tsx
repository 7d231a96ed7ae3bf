import { Link, Navigate, useParams } from 'react-router';
import { Page } from '../ui/Page.tsx';

/** Where a container's label leads: `/c/P-14`. */
export default function ContainerByCode() {
  const { code = '' } = useParams();
  const id = /^P-([1-9]\d{0,8})$/i.exec(code)?.[1];
  if (id) return <Navigate to={`/stock/containers/${id}`} replace />;
  return (
    <Page title={`No container ${code}`}>
      <p>
        A container’s code looks like P-14. <Link to="/stock">Look at the shelf</Link>
      </p>
    </Page>
  );
}
