import { useState } from 'react';
import { type Count, type CountLine, type CountReading, countLineBody } from '#contract/counts.ts';
import type { Source } from '#contract/rigs.ts';
import { usualTareG } from '#core/stock/count.ts';
import { formatMass, parseMass } from '#core/units/mass.ts';
import { parseWithUnit } from '#core/units/parseNumber.ts';
import { PutOnScale } from '../../demo/PutOnScale.tsx';
import { post } from '../../lib/api.ts';
import { t } from '../../lib/speech.ts';
import { LiveReading } from '../../rigs/measure/LiveReading.tsx';
import { useCommand } from '../../state/useCommand.ts';
import { Button } from '../../ui/Button.tsx';
import { MM } from '../../ui/codecs.ts';
import { TextField } from '../../ui/FormFields.tsx';
import { Refusal } from '../../ui/Refusal.tsx';
import { useTextForm } from '../../ui/useTextForm.ts';

type Way = CountReading['kind'];
const WAYS: () => [Way, string][] = () => [
  ['weight', t('Weigh')],
  ['dip', t('Dip')],
  ['eye', t('By eye')],
  ['gone', t('Not here')],
];

type Props = { count: Count; line: CountLine; done: (after: Count) => void };
type ReadingTyped = { gross: string; tare: string; depth: string };

/** One container looked at: weighed, dipped, judged by eye, or not there at all. It is on the sheet with the last tap. */
export function CountOne({ count, line, done }: Props) {
  const [way, setWay] = useState<Way>('weight');
  const send = (body: unknown) => post<Count>(`/counts/${count.id}/lines`, body);
  const at = useCommand((reading: CountReading) => send({ containerId: line.id, reading }), done);
  return (
    <div className="mb-4 border-l-2 border-ink pl-3">
      <fieldset
        aria-label={t('How {0} is counted', line.code)}
        className="mb-4 grid grid-cols-4 border border-ink"
      >
        {WAYS().map(([value, name]) => (
          <button
            key={value}
            type="button"
            aria-pressed={way === value}
            className="min-h-16 px-1 leading-tight aria-pressed:bg-ink aria-pressed:text-ground"
            onClick={() => setWay(value)}
          >
            {name}
          </button>
        ))}
      </fieldset>
      {(way === 'weight' || way === 'dip') && (
        <ReadForm key={way} way={way} line={line} send={send} done={done} />
      )}
      {way === 'eye' && (
        <div className="grid grid-cols-3 gap-3 sm:grid-cols-9">
          {EIGHTHS.map(([share, name]) => (
            <Button
              key={name}
              bay
              className="px-2"
              disabled={at.waiting}
              onClick={() => at.run({ kind: 'eye', share })}
            >
              {name}
            </Button>
          ))}
        </div>
      )}
      {way === 'gone' && (
        <div className="flex flex-col gap-3">
          <p>
            {t('Look in the other places first. If it stays away, closing the count takes it off the shelf.')}
          </p>
          <Button bay disabled={at.waiting} onClick={() => at.run({ kind: 'gone' })}>
            {t('{0} is not here', line.code)}
          </Button>
        </div>
      )}
      {at.refusal && <Refusal problem={at.refusal} />}
    </div>
  );
}

const EIGHTHS: [number, string][] = [
  [0, 'empty'],
  [0.125, '⅛'],
  [0.25, '¼'],
  [0.375, '⅜'],
  [0.5, '½'],
  [0.625, '⅝'],
  [0.75, '¾'],
  [0.875, '⅞'],
  [1, 'full'],
];

function ReadForm(props: {
  way: 'weight' | 'dip';
  line: CountLine;
  send: (body: unknown) => Promise<Count>;
  done: (after: Count) => void;
}) {
  const { way, line, send, done } = props;
  const [source, setSource] = useState<Source>('typed');
  const usual = usualTareG(line.kind, line.sizeUl);
  const of = useTextForm<ReadingTyped, Count>({
    values: { gross: '', tare: line.tareG === null ? '' : formatMass(line.tareG), depth: '' },
    read: ({ gross, tare, depth }) => {
      if (way === 'dip') {
        const mm = parseWithUnit(depth, MM.spelt, t('Depth'), 'millimetresDeep');
        return {
          body: { containerId: line.id, reading: { kind: 'dip', depthMm: mm.ok ? mm.value : undefined } },
          refusals: mm.ok ? {} : { depth: mm },
        };
      }
      const [grossG, tareG] = [
        parseMass(gross, t('Weight')),
        tare.trim() ? parseMass(tare, t('Weighs empty')) : null,
      ];
      return {
        body: {
          containerId: line.id,
          reading: {
            kind: 'weight',
            grossG: grossG.ok ? grossG.value : undefined,
            tareG: tareG?.ok ? tareG.value : null,
            source,
          },
        },
        refusals: { ...(!grossG.ok && { gross: grossG }), ...(tareG && !tareG.ok && { tare: tareG }) },
      };
    },
    schema: countLineBody,
    fields: { 'reading.grossG': 'gross', 'reading.tareG': 'tare', 'reading.depthMm': 'depth' },
    send,
    done,
  });
  return (
    <form onSubmit={of.submit} noValidate className="flex flex-col gap-4">
      {way === 'dip' ? (
        <TextField
          of={of}
          name="depth"
          label={t('Depth, in mm')}
          inputMode="decimal"
          hint={t(
            'From the floor of the {0} to the surface. Rinse the stick before the next product.',
            line.kind,
          )}
        />
      ) : (
        <>
          <PutOnScale name={line.code} of={{ act: 'putContainer', containerId: line.id }} />
          <LiveReading
            kind="scale"
            on={null}
            take={(reading, from) => {
              if (reading.kind !== 'grams') return;
              if (
                lastTaken &&
                lastTaken.id !== line.id &&
                Math.abs(reading.grams - lastTaken.grams) < SAME_G
              ) {
                of.form.setError('gross', {
                  type: 'refused',
                  message: `The scale still shows what ${lastTaken.code} weighed.`,
                  types: { remedy: `Put ${line.code} on it.` },
                });
                return;
              }
              lastTaken = { id: line.id, code: line.code, grams: reading.grams };
              setSource(from);
              of.form.setValue('gross', `${reading.grams} g`, { shouldValidate: true });
            }}
          />
          <div className="grid items-start gap-4 sm:grid-cols-2">
            <TextField
              of={of}
              name="gross"
              label={t('Weight')}
              placeholder={t('such as 10.1 kg')}
              hint={t('Closed, as it stands')}
              onInput={() => setSource('typed')}
            />
            <TextField
              of={of}
              name="tare"
              label={t('Weighs empty')}
              placeholder={t('usually about {0}', formatMass(usual))}
              hint={
                line.tareG === null
                  ? t('Nobody has weighed this one empty: left out, it is a guess.')
                  : t('As it was weighed before')
              }
            />
          </div>
        </>
      )}
      {of.foot.problem && <Refusal problem={of.foot.problem} />}
      <Button type="submit" look="main" bay disabled={of.foot.saving}>
        {of.foot.saving ? t('Saving ...') : t('Save')}
      </Button>
    </form>
  );
}

/** What was taken off the scale last, so that one container's weight is not taken for the next one's. */
let lastTaken: { id: number; code: string; grams: number } | null = null;
const SAME_G = 3;
