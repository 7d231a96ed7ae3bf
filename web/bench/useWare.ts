import { useQuery } from '@tanstack/react-query';
import { useMemo } from 'react';
import { useSession } from '../app/session.tsx';
import { containersQuery, measuresQuery, productsQuery, vesselsQuery } from '../state/queries.ts';
import type { Ware } from './ware.ts';

/** The shop's ware, or why it could not be had; both null while it is on its way. */
export function useWare(): { ware: Ware | null; error: Error | null } {
  const { shop } = useSession();
  const products = useQuery(productsQuery);
  const vessels = useQuery(vesselsQuery);
  const containers = useQuery(containersQuery);
  const measures = useQuery(measuresQuery);
  const ware = useMemo(
    () =>
      products.data && vessels.data && containers.data && measures.data
        ? {
            products: products.data,
            vessels: vessels.data,
            containers: containers.data,
            measures: measures.data,
            shop,
          }
        : null,
    [products.data, vessels.data, containers.data, measures.data, shop],
  );
  return { ware, error: products.error ?? vessels.error ?? containers.error ?? measures.error };
}
