import { useState } from 'react';
import type { MeasureRow } from '#contract/equipment.ts';
import { calibrateMeasure } from '#core/mixing/calibrateMeasure.ts';
import { formatExactVolume } from '#core/units/formatVolume.ts';
import { parseNumber } from '#core/units/parseNumber.ts';
import { parseVolume } from '#core/units/parseVolume.ts';
import { useSession } from '../lib/session.tsx';
import { t } from '../lib/speech.ts';
import { Button } from '../ui/Button.tsx';
import { ListField, TypedField } from '../ui/Labelled.tsx';
import { Refusal, wrongIn } from '../ui/Refusal.tsx';

/** Finds out what one cap or stroke gives: so many into a cylinder, and the reading divided. */
export function CalibrateMeasure({
  cylinders,
  use,
}: {
  cylinders: MeasureRow[];
  use: (each: string) => void;
}) {
  const { shop } = useSession();
  const [count, setCount] = useState('10');
  const [reading, setReading] = useState('');
  const [chosenId, setChosen] = useState<string | null>(null);
  const cylinder = cylinders.find((c) => String(c.id) === chosenId) ?? cylinders[0];
  if (!cylinder) return null;

  const n = parseNumber(count, t('How many'), 'howMany');
  const ul = parseVolume(reading, { system: shop.units, field: t('In the cylinder') });
  const found = n.ok && ul.ok ? calibrateMeasure(n.value, ul.value, cylinder.stepUl) : null;
  return (
    <section aria-label={t('Find out what one gives')} className="max-w-md border-l-2 border-ink pl-5">
      <h2 className="mb-2">{t('What does one give?')}</h2>
      <p className="mb-3">{t('Count ten or more of the real product into a cylinder and read it.')}</p>
      <div className="grid gap-4">
        <TypedField
          label={t('How many')}
          inputMode="numeric"
          value={count}
          error={!n.ok && <Refusal problem={n} />}
          onChange={(e) => setCount(e.target.value)}
        />
        <ListField
          label={t('Read in')}
          value={String(cylinder.id)}
          onChange={setChosen}
          options={cylinders.map((c) => ({ value: String(c.id), name: c.name }))}
        />
        <TypedField
          label={t('In the cylinder')}
          value={reading}
          placeholder={t('such as 41 ml')}
          error={wrongIn(reading, ul)}
          onChange={(e) => setReading(e.target.value)}
        />
        {found && !found.ok && <Refusal problem={found} />}
        {found?.ok && (
          <>
            <p>
              {t('One gives')}{' '}
              <strong className="reading text-product">{formatExactVolume(found.value.eachUl)}</strong>
              {t(', known to {0} %.', Number((found.value.uncertainty * 100).toPrecision(2)))}
            </p>
            <Button onClick={() => use(formatExactVolume(found.value.eachUl))}>{t('Use it')}</Button>
          </>
        )}
      </div>
    </section>
  );
}
