import { useQuery } from '@tanstack/react-query';
import { Link, Navigate, useParams } from 'react-router';
import { containersQuery } from '../state/queries.ts';
import { Page } from '../ui/Page.tsx';

/** Where a container's label leads: `/c/P-14`. */
export default function ContainerByCode() {
  const { code = '' } = useParams();
  const { data: containers } = useQuery(containersQuery);
  if (!containers) return null;
  const wanted = code.toUpperCase();
  const container = containers.find((c) => c.code === wanted);
  if (container) return <Navigate to={`/stock/containers/${container.id}`} replace />;
  return (
    <Page title={`No container ${wanted}`}>
      <p>
        Nothing on the shelf has that code. It may have been put away.{' '}
        <Link to="/stock">Look at the shelf</Link>
      </p>
    </Page>
  );
}
