import { useState } from 'react';
import type { Vessel } from '#contract/equipment.ts';
import { atLeast } from '#contract/roles.ts';
import { type SprayOutput, sprayOutput } from '#core/delivery/output.ts';
import { parseNumber, parseWithUnit } from '#core/units/parseNumber.ts';
import { parseVolume } from '#core/units/parseVolume.ts';
import { post } from '../lib/api.ts';
import { useSession } from '../lib/session.tsx';
import { t } from '../lib/speech.ts';
import { useCommand } from '../state/useCommand.ts';
import { Button } from '../ui/Button.tsx';
import { TypedField } from '../ui/Labelled.tsx';
import { Refusal, wrongIn } from '../ui/Refusal.tsx';

/** What a trigger gives a squeeze or a pump sprayer a minute, and how to find out. */
export function OutputSection({ vessel }: { vessel: Vessel }) {
  const { who } = useSession();
  const [open, setOpen] = useState(false);
  const { output } = vessel;
  return (
    <section aria-label={t('What it gives')} className="mb-8 max-w-md">
      <h2 className="mb-2">{t('What it gives')}</h2>
      <p className="mb-3">
        {output ? (
          <>
            <strong className="reading text-[1.4rem]">{outputInWords(output)}</strong>
            {t(', as measured.')}
          </>
        ) : (
          t('Nobody has measured it yet.')
        )}
      </p>
      {atLeast(who.role, 'lead') &&
        (open ? (
          <MeasureOutput vessel={vessel} done={() => setOpen(false)} />
        ) : (
          <Button onClick={() => setOpen(true)}>{output ? t('Measure again') : t('Measure it')}</Button>
        ))}
    </section>
  );
}

/** `1.2 ml a squeeze`, `420 ml a minute`. */
export const outputInWords = ({ per, ml }: SprayOutput): string =>
  t('{0} ml a {1}', Number(ml.toPrecision(3)), per === 'squeeze' ? t('squeeze') : t('minute'));

function MeasureOutput({ vessel, done }: { vessel: Vessel; done: () => void }) {
  const { shop } = useSession();
  const per: SprayOutput['per'] = vessel.kind === 'triggerBottle' ? 'squeeze' : 'minute';
  const [count, setCount] = useState(per === 'squeeze' ? '20' : '60');
  const [out, setOut] = useState('');
  const counted =
    per === 'squeeze'
      ? parseNumber(count, t('Squeezes'), 'howMany')
      : parseWithUnit(count, /\s*s(ec)?$/i, t('Seconds'), 'seconds');
  const ul = parseVolume(out, { system: shop.units, field: t('Came out') });
  const found = counted.ok && ul.ok ? sprayOutput(per, counted.value, ul.value) : null;
  const saving = useCommand(
    () =>
      post(`/vessels/${vessel.id}/outputs`, {
        per,
        count: counted.ok ? counted.value : 0,
        ul: ul.ok ? ul.value : 0,
      }),
    done,
  );
  return (
    <div className="grid gap-4 border-l-2 border-ink pl-5">
      <p>
        {per === 'squeeze'
          ? t('Squeeze twenty times into a measure and read it.')
          : t('Pump it up, spray for a minute into a measure and read it.')}
      </p>
      <TypedField
        label={per === 'squeeze' ? t('Squeezes') : t('Seconds')}
        inputMode="numeric"
        value={count}
        error={!counted.ok && <Refusal problem={counted} />}
        onChange={(e) => setCount(e.target.value)}
      />
      <TypedField
        label={t('Came out')}
        placeholder={t('such as 24 ml')}
        value={out}
        error={wrongIn(out, ul)}
        onChange={(e) => setOut(e.target.value)}
      />
      <Refusal problem={found && !found.ok ? found : saving.refusal} />
      {found?.ok && (
        <>
          <p>
            {t('That is')} <strong className="reading">{outputInWords(found.value)}</strong>.
          </p>
          <Button look="main" disabled={saving.waiting} onClick={() => saving.run()}>
            {t('Keep it')}
          </Button>
        </>
      )}
    </div>
  );
}
