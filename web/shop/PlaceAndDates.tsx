import { DATED, TREATMENT_NAMES } from '#core/planning/intervals.ts';
import { SOIL_KIND_NAMES, SOIL_KINDS } from '#core/soil/soil.ts';
import { t } from '../lib/speech.ts';
import { TextField } from '../ui/FormFields.tsx';
import { TickList } from '../ui/TriTable.tsx';
import type { TextForm } from '../ui/useTextForm.ts';
import type { ShopTyped } from './shopTyped.ts';

/** What soil is usual here all the year round, and after how many days what was done to a vehicle is due again. */
export function PlaceAndDates({ of }: { of: TextForm<ShopTyped> }) {
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] gap-4">
      <p className="text-muted">
        {t('Besides the season’s: salt in winter, insects in summer. A plan assumes it where nobody said.')}
      </p>
      <TickList
        of={of}
        at="soilHere"
        options={SOIL_KINDS.map((value) => ({ value, name: t(SOIL_KIND_NAMES[value]) }))}
      />
      <p className="text-muted">{t('Due again after so many days. Clay is never due by date.')}</p>
      <div className="grid items-start gap-4 sm:grid-cols-3">
        {DATED.map((treatment) => (
          <TextField
            key={treatment}
            of={of}
            name={`everyDays.${treatment}`}
            label={t(TREATMENT_NAMES[treatment])}
            inputMode="numeric"
          />
        ))}
      </div>
    </div>
  );
}

/** The same in a line. */
export const placeSaid = ({ soilHere, everyDays }: ShopTyped): string =>
  [
    ...soilHere.map((kind) => t(SOIL_KIND_NAMES[kind])),
    ...DATED.map((treatment) => `${t(TREATMENT_NAMES[treatment])} ${everyDays[treatment] ?? ''}`),
  ].join(', ');
