import { type FormEvent, useId, useState } from 'react';
import { Link } from 'react-router';
import type { Line, Tip } from '#contract/dispensers.ts';
import type { Device } from '#contract/rigs.ts';
import { atLeast } from '#contract/roles.ts';
import { parseWithUnit } from '#core/units/parseNumber.ts';
import { patch, post } from '../../lib/api.ts';
import { useSession } from '../../lib/session.tsx';
import { strengthSaid, t } from '../../lib/speech.ts';
import { linesQuery, tipsQuery } from '../../state/queries.ts';
import { useCommand } from '../../state/useCommand.ts';
import { useQuery } from '../../state/useQuery.ts';
import { Button } from '../../ui/Button.tsx';
import { MM } from '../../ui/codecs.ts';
import { TypedField } from '../../ui/Labelled.tsx';
import { Refusal } from '../../ui/Refusal.tsx';
import { Table } from '../../ui/Table.tsx';
import { holeColumn } from './holeColumn.ts';
import { checkInWords, dueInWords } from './lineWords.ts';

/** A wall dispenser's lines, with what each gives, and its tips. */
export function Dispenser({ device }: { device: Device }) {
  const { who } = useSession();
  const { data: lines = [] } = useQuery(linesQuery);
  const { data: tips = [] } = useQuery(tipsQuery);
  const manager = atLeast(who.role, 'manager');
  const mine = lines.filter((l) => l.deviceId === device.id);
  return (
    <div className="mb-8 grid max-w-6xl gap-x-13 gap-y-8 lg:grid-cols-[2fr_1fr]">
      <section aria-label={t('Lines')}>
        <h2 className="mb-2">{t('Lines')}</h2>
        <LineList lines={mine} />
        {manager && <AddLine deviceId={device.id} />}
      </section>
      <section aria-label={t('Metering tips')}>
        <h2 className="mb-2">{t('Metering tips')}</h2>
        <Tips tips={tips.filter((t) => t.deviceId === device.id)} manager={manager} />
        {manager && <AddTip deviceId={device.id} />}
      </section>
    </div>
  );
}

/** Lines as rows: what hangs on them and what they give. */
export function LineList({ lines }: { lines: Line[] }) {
  if (lines.length === 0)
    return <p className="border-t-2 border-ink pt-2 text-muted">{t('No lines yet.')}</p>;
  return (
    <ul className="border-t-2 border-ink">
      {lines.map((l) => (
        <li key={l.id} className="ruled border-faint">
          <Link
            to={`/rigs/lines/${l.id}`}
            className="flex min-h-17 items-start gap-5 py-2 leading-snug no-underline hover:underline"
          >
            <span className="reading w-12 shrink-0">{l.code}</span>
            <span className="flex-1">
              {l.name}
              <span className="block text-[0.94rem] text-muted">
                {l.pail
                  ? t('{0} from {1}, tip {2}', l.pail.productName, l.pail.code, l.tip?.name)
                  : t('nothing on it')}
              </span>
              {l.check && <span className="reading block">{checkInWords(l.check)}</span>}
              {l.target && !l.check && (
                <span className="reading block">{t('meant for {0}', strengthSaid(l.target))}</span>
              )}
              {dueInWords(l) && (
                <strong className="block text-[0.94rem]">
                  <span aria-hidden className="hatch mr-2 inline-block h-3 w-3" />
                  {dueInWords(l)}
                </strong>
              )}
            </span>
          </Link>
        </li>
      ))}
    </ul>
  );
}

function Tips({ tips, manager }: { tips: Tip[]; manager: boolean }) {
  const retire = useCommand(({ id, revision, retired: _, ...facts }: Tip) =>
    patch(`/tips/${id}`, { ...facts, retired: true }, revision),
  );
  return (
    <>
      <Table
        rows={tips}
        keyOf={(tip) => tip.id}
        empty={t('No tips yet.')}
        columns={[
          { name: t('Tip'), value: (tip) => tip.name },
          holeColumn(),
          {
            name: '',
            show: (tip) =>
              manager && (
                <button
                  type="button"
                  className="min-h-12 underline underline-offset-4"
                  onClick={() => retire.run(tip)}
                >
                  {t('Retire')}
                </button>
              ),
          },
        ]}
      />
      {retire.refusal && <Refusal problem={retire.refusal} />}
    </>
  );
}

function AddTip({ deviceId }: { deviceId: number }) {
  const [name, setName] = useState('');
  const [size, setSize] = useState('');
  const wrong = useId();
  const adding = useCommand(
    () => {
      const mm = parseWithUnit(size, MM.spelt, t('Hole'), 'millimetres');
      if (!mm.ok) throw new Error(mm.code);
      return post('/tips', { deviceId, name, diameterMm: mm.value });
    },
    () => {
      setName('');
      setSize('');
    },
  );
  const mm = parseWithUnit(size, MM.spelt, t('Hole'), 'millimetres');
  const fault = size.trim() !== '' && !mm.ok ? mm : null;
  const submit = (event: FormEvent) => {
    event.preventDefault();
    if (name.trim() !== '' && mm.ok) adding.run();
  };
  return (
    <form onSubmit={submit} className="mt-3 grid grid-cols-2 items-end gap-3" aria-label={t('Add a tip')}>
      <TypedField
        label={t('Tip')}
        value={name}
        placeholder={t('as you call it')}
        onChange={(e) => setName(e.target.value)}
      />
      <TypedField
        label={t('Hole')}
        value={size}
        placeholder="0.75 mm"
        aria-invalid={fault !== null}
        aria-describedby={wrong}
        onChange={(e) => setSize(e.target.value)}
      />
      <div className="col-span-2">
        <Refusal id={wrong} problem={fault ?? adding.refusal} />
        <Button type="submit" className="mt-2" disabled={name.trim() === '' || !mm.ok || adding.waiting}>
          {t('Add the tip')}
        </Button>
      </div>
    </form>
  );
}

function AddLine({ deviceId }: { deviceId: number }) {
  const [name, setName] = useState('');
  const adding = useCommand(
    () => post('/lines', { deviceId, name, footValve: true, checkDays: 30 }),
    () => setName(''),
  );
  const submit = (event: FormEvent) => {
    event.preventDefault();
    if (name.trim() !== '') adding.run();
  };
  return (
    <form onSubmit={submit} className="mt-3 flex flex-wrap items-end gap-3" aria-label={t('Add a line')}>
      <TypedField
        label={t('Line')}
        value={name}
        placeholder={t('such as Left line')}
        onChange={(e) => setName(e.target.value)}
      />
      <Button type="submit" disabled={name.trim() === '' || adding.waiting}>
        {t('Add the line')}
      </Button>
      <Refusal problem={adding.refusal} />
    </form>
  );
}
