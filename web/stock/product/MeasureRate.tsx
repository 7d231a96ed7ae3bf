import { useId, useState } from 'react';
import type { Product } from '#contract/products.ts';
import { atLeast } from '#contract/roles.ts';
import { measuredRate, RATE_TARGETS, type RateTarget } from '#core/delivery/output.ts';
import { USE_NAMES } from '#core/products/uses.ts';
import { parseNumber } from '#core/units/parseNumber.ts';
import { parseVolume } from '#core/units/parseVolume.ts';
import { post } from '../../lib/api.ts';
import { useSession } from '../../lib/session.tsx';
import { t } from '../../lib/speech.ts';
import { useCommand } from '../../state/useCommand.ts';
import { Button } from '../../ui/Button.tsx';
import { ListField, TypedField } from '../../ui/Labelled.tsx';
import { Refusal } from '../../ui/Refusal.tsx';

const TARGET_NAMES: () => Record<RateTarget, string> = () => ({
  wheels: 'wheels',
  tyres: 'tyres',
  arches: 'arches',
  lowerSides: t('lower sides'),
  upperSides: t('upper sides'),
  front: 'fronts',
  rear: 'rears',
  roof: 'roofs',
  bonnet: 'bonnets',
  glass: t('cars’ glass'),
  m2: t('square metres'),
});

/** Finds out how much of a mix really goes on a wheel or a panel; it then counts instead of the usual. */
export function MeasureRate({ product }: { product: Product }) {
  const { who, shop } = useSession();
  const [open, setOpen] = useState(false);
  const [use, setUse] = useState<string>(product.uses[0]?.kind ?? '');
  const [target, setTarget] = useState<RateTarget>(
    product.uses[0]?.kind === 'wheel' ? 'wheels' : 'lowerSides',
  );
  const [count, setCount] = useState('4');
  const [used, setUsed] = useState('');
  const n = parseNumber(count, t('How many'), 'howMany');
  const ul = parseVolume(used, { system: shop.units, field: t('Used') });
  const rate = n.ok && ul.ok ? measuredRate(ul.value, n.value, target) : null;
  const fault = !n.ok ? n : used.trim() !== '' && !ul.ok ? ul : rate && !rate.ok ? rate : null;
  const wrong = useId();
  const saving = useCommand(
    () =>
      post(`/products/${product.id}/rates`, {
        use,
        ul: ul.ok ? ul.value : 0,
        count: n.ok ? n.value : 0,
        target,
      }),
    () => setOpen(false),
  );
  if (!atLeast(who.role, 'lead') || product.uses.length === 0) return null;
  if (!open) {
    return (
      <Button className="mt-3" onClick={() => setOpen(true)}>
        {t('Measure how much it takes')}
      </Button>
    );
  }
  return (
    <div className="mt-3 grid max-w-md gap-4 border-l-2 border-ink pl-5">
      <p>{t('Weigh or read the bottle before and after, and count what was done.')}</p>
      <ListField
        label={t('Use')}
        value={use}
        options={product.uses.map((u) => ({ value: u.kind, name: t(USE_NAMES[u.kind]) }))}
        onChange={setUse}
      />
      <div className="grid grid-cols-[1fr_1fr_1.4fr] items-end gap-3">
        <TypedField
          label={t('Used')}
          value={used}
          placeholder="180 ml"
          aria-invalid={used.trim() !== '' && !ul.ok}
          aria-describedby={fault === ul ? wrong : undefined}
          onChange={(e) => setUsed(e.target.value)}
        />
        <TypedField
          label={t('How many')}
          value={count}
          aria-invalid={!n.ok}
          aria-describedby={fault === n ? wrong : undefined}
          onChange={(e) => setCount(e.target.value)}
        />
        <ListField
          label={t('On')}
          value={target}
          options={RATE_TARGETS.map((value) => ({ value, name: TARGET_NAMES()[value] }))}
          onChange={(value) => setTarget(value as RateTarget)}
        />
      </div>
      <Refusal id={wrong} problem={fault ?? saving.refusal} />
      {rate?.ok && n.ok && ul.ok && (
        <p>
          {t('That is')}{' '}
          <strong className="reading">{Number((ul.value / 1_000 / n.value).toPrecision(3))} ml</strong>{' '}
          {t('each,')} <strong className="reading">{Number(rate.value.toPrecision(3))} ml</strong>{' '}
          {t('a square metre.')}
        </p>
      )}
      <div className="flex gap-3">
        <Button look="main" disabled={!rate?.ok || saving.waiting} onClick={() => saving.run()}>
          {t('Keep it')}
        </Button>
        <Button onClick={() => setOpen(false)}>{t('Cancel')}</Button>
      </div>
    </div>
  );
}
