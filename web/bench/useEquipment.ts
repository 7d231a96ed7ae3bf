import { useMemo } from 'react';
import type { SignOff } from '#contract/people.ts';
import { atLeast } from '#contract/roles.ts';
import { useOverride } from '../lib/override.ts';
import { useSession } from '../lib/session.tsx';
import { shopNow } from '../lib/shopNow.ts';
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
import { useAsked } from '../state/useAsked.ts';
import { dayOf } from '../ui/dates.ts';
import type { Equipment } from './mix/equipment.ts';

/** What the Bench is set with. */
export const benchNeeds = (personId: number) =>
  [
    productsQuery,
    recipesQuery,
    vesselsQuery,
    containersQuery,
    measuresQuery,
    devicesQuery,
    signOffsQuery(personId),
    notesQuery,
  ] as const;

/** The shop's equipment. */
export function useEquipment(): Equipment {
  const { shop, who } = useSession();
  const [products, recipes, vessels, containers, measures, devices, signOffs, notes] = useAsked(
    ...benchNeeds(who.personId),
  );
  const answers = atLeast(who.role, 'manager');
  // A manager's word to mix something once counts until it is poured.
  const allowed = useOverride(({ word }) => (word?.rule === 'signOff' ? Number(word.subject) : null));
  return useMemo(
    () => ({
      ...{ products, recipes, vessels, containers, measures, notes, shop, answers },
      machines: devices.filter((d) => d.kind === 'pressureWasher'),
      signedOff: [...validToday(signOffs, shop.zone), ...(allowed === null ? [] : [allowed])],
    }),
    [products, recipes, vessels, containers, measures, devices, signOffs, notes, shop, answers, allowed],
  );
}

function validToday(signOffs: SignOff[], zone: string): number[] {
  const today = dayOf(shopNow(), zone);
  return signOffs.filter((s) => s.until === null || s.until >= today).map((s) => s.productId);
}
