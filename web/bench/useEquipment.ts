import { useMemo } from 'react';
import type { SignOff } from '#contract/people.ts';
import { atLeast } from '#contract/roles.ts';
import { shopNow } from '../lib/clock.ts';
import { useSession } from '../lib/session.tsx';
import { useWord } from '../lib/word.ts';
import {
  containersQuery,
  devicesQuery,
  measuresQuery,
  notesQuery,
  productsQuery,
  recipesQuery,
  signOffsQuery,
  vesselsQuery,
} from '../state/queries.ts';
import { useQuery } from '../state/useQuery.ts';
import { dayOf } from '../ui/dates.ts';
import type { Equipment } from './equipment.ts';

/** The shop's equipment, or why it could not be had; both null while it is on its way. */
export function useEquipment(): { equipment: Equipment | null; error: Error | null } {
  const { shop, who } = useSession();
  const products = useQuery(productsQuery);
  const recipes = useQuery(recipesQuery);
  const vessels = useQuery(vesselsQuery);
  const containers = useQuery(containersQuery);
  const measures = useQuery(measuresQuery);
  const devices = useQuery(devicesQuery);
  const signOffs = useQuery(signOffsQuery(who.personId));
  const notes = useQuery(notesQuery);
  const answers = atLeast(who.role, 'manager');
  // A manager's word to mix something once counts until it is poured.
  const allowed = useWord(({ word }) => (word?.rule === 'signOff' ? Number(word.subject) : null));
  const equipment = useMemo(
    () =>
      products.data &&
      recipes.data &&
      vessels.data &&
      containers.data &&
      measures.data &&
      devices.data &&
      signOffs.data &&
      notes.data
        ? {
            products: products.data,
            recipes: recipes.data,
            vessels: vessels.data,
            containers: containers.data,
            measures: measures.data,
            machines: devices.data.filter((d) => d.kind === 'pressureWasher'),
            shop,
            signedOff: [...validToday(signOffs.data, shop.zone), ...(allowed === null ? [] : [allowed])],
            answers,
            notes: notes.data,
          }
        : null,
    [
      products.data,
      recipes.data,
      vessels.data,
      containers.data,
      measures.data,
      devices.data,
      signOffs.data,
      notes.data,
      shop,
      answers,
      allowed,
    ],
  );
  const error =
    products.error ??
    recipes.error ??
    vessels.error ??
    containers.error ??
    measures.error ??
    devices.error ??
    signOffs.error ??
    notes.error;
  return { equipment, error };
}

function validToday(signOffs: SignOff[], zone: string): number[] {
  const today = dayOf(shopNow(), zone);
  return signOffs.filter((s) => s.until === null || s.until >= today).map((s) => s.productId);
}
