import { useDeferredValue, useId, useState } from 'react';
import type { Vehicle } from '#contract/jobs.ts';
import { t } from '../lib/speech.ts';
import { vehiclesQuery } from '../state/queries.ts';
import { useQuery } from '../state/useQuery.ts';
import { dayInWords } from '../ui/dates.ts';
import { TypedField } from '../ui/Labelled.tsx';

const OFFERED = 5;

/** A vehicle by name or plate: those that were here before are offered, and bring what is still so. */
export function VehicleName(props: {
  name: string;
  rename: (name: string) => void;
  take: (vehicle: Vehicle) => void;
}) {
  const { name, rename, take } = props;
  const words = useDeferredValue(name.trim());
  const [here, setHere] = useState(false);
  const { data: found = [] } = useQuery({ ...vehiclesQuery(words), enabled: here });
  const id = useId();
  const offered = found.filter((v) => v.name.toLowerCase() !== name.trim().toLowerCase()).slice(0, OFFERED);
  return (
    <fieldset
      onFocus={() => setHere(true)}
      onBlur={(event) => !event.currentTarget.contains(event.relatedTarget) && setHere(false)}
    >
      <TypedField
        label={t('Vehicle or plate')}
        value={name}
        maxLength={60}
        autoComplete="off"
        placeholder={t('such as the blue estate')}
        onChange={(event) => rename(event.target.value)}
      />
      {here && offered.length > 0 && (
        <div className="border-x border-b border-ink bg-raised">
          <p id={id} className="caps px-3 pt-2 text-muted">
            {t('Here before')}
          </p>
          <ul aria-labelledby={id}>
            {offered.map((vehicle) => (
              <li key={vehicle.id}>
                <button
                  type="button"
                  className="flex min-h-12 w-full items-center justify-between gap-3 px-3 text-left hover:bg-faint"
                  onClick={() => {
                    take(vehicle);
                    setHere(false);
                  }}
                >
                  <strong>{vehicle.name}</strong>
                  <span className="text-muted">
                    {vehicle.lastDay ? t('last {0}', dayInWords(vehicle.lastDay)) : t('not yet washed')}
                  </span>
                </button>
              </li>
            ))}
          </ul>
        </div>
      )}
    </fieldset>
  );
}
