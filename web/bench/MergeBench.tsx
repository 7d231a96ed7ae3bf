import type { Merged } from '#contract/ledger.ts';
import { fractionIn, volumeUl } from '#core/mixing/contents.ts';
import { formatPercent } from '#core/strength/formatStrength.ts';
import { inNotation } from '#core/strength/strength.ts';
import { formatVolume } from '#core/units/formatVolume.ts';
import { usePrintEach } from '../labels/usePrintEach.ts';
import { post } from '../lib/api.ts';
import { useSession } from '../lib/session.tsx';
import { strengthSaid, t } from '../lib/speech.ts';
import { useShowsProducts } from '../state/onScreen.ts';
import { useCommand } from '../state/useCommand.ts';
import type { BenchProps } from './benchProps.ts';
import { AmountField } from './fields/AmountField.tsx';
import { VesselChoice } from './fields/VesselChoice.tsx';
import type { Question } from './mix/benchDraft.ts';
import { type Holding, isHolding, type MergeMix, mergeMix } from './mix/mergeMix.ts';
import { PastItsDay } from './pour/Cautions.tsx';
import { MergedLine } from './pour/MergedLine.tsx';
import { InTheWay, PourButton, PourPlace } from './pour/PourPlace.tsx';
import { usePourKey } from './pour/usePourKey.ts';
import { Surface } from './Surface.tsx';
import { Amounts, ComesTo } from './shown/Amounts.tsx';
import { Drawn, Filled } from './shown/Drawn.tsx';

/** Two leftovers of one product into one vessel. */
export default function MergeBench({
  draft,
  equipment,
  set,
  ask,
}: BenchProps & { draft: Question<'merge'> }) {
  const { shop } = useSession();
  const mix = mergeMix(draft, equipment.vessels, shop);
  const { into, from, partners, kept, result, refusals, body } = mix;
  const printEach = usePrintEach();
  const merging = useCommand(
    () => post<Merged>('/merges', body),
    (merged) => {
      printEach(merged);
      set({ leftText: '', otherLeftText: '' });
    },
  );
  useShowsProducts(into?.holds.productId);
  const change: typeof set = (more) => {
    if (merging.refusal) merging.forget();
    set(more);
  };
  const may = body !== null && !merging.waiting;
  usePourKey(may ? merging.run : null);
  return (
    <Surface
      amounts={
        <Amounts
          product={into && { name: into.holds.productName }}
          vessel={into}
          amounts={[
            { id: 'merge', order: t('Pour over'), tone: 'text-ink', ul: kept.from && volumeUl(kept.from) },
          ]}
        >
          {result && (
            <ComesTo name={t('Together')}>
              <span className="reading text-[1.2rem] leading-tight whitespace-nowrap sm:block sm:text-[1.7rem]">
                {formatVolume(volumeUl(result), shop.units)}, {formatPercent(fractionIn(result))}
              </span>{' '}
              {strengthSaid(inNotation(fractionIn(result), 'parts'))}
            </ComesTo>
          )}
        </Amounts>
      }
      fields={
        <>
          {ask}
          <VesselChoice
            note={note}
            label={t('Pour into')}
            value={into}
            options={equipment.vessels.filter(isHolding)}
            onChange={(vesselId) => change({ vesselId, otherVesselId: null })}
          />
          <LeftField
            vessel={into}
            text={draft.leftText}
            refusal={refusals.into}
            onChange={(leftText) => change({ leftText })}
          />
          <VesselChoice
            note={note}
            label={t('Pour over from')}
            value={from}
            options={partners}
            onChange={(otherVesselId) => change({ otherVesselId })}
          />
          {from ? (
            <LeftField
              vessel={from}
              text={draft.otherLeftText}
              refusal={refusals.from}
              onChange={(otherLeftText) => change({ otherLeftText })}
            />
          ) : (
            <p>
              {into
                ? t('Nothing else holds {0}. Different products are never combined.', into.holds.productName)
                : t('By the books no vessel holds a leftover.')}
            </p>
          )}
        </>
      }
      drawn={into && <Drawn vessel={<BeforeAndAfter vessel={into} mix={mix} />} />}
    >
      {[into, from].map(
        (v) =>
          v && (
            <PastItsDay
              key={v.id}
              code={v.holds.code}
              day={v.holds.useBy}
              fresh={t('What it is poured into is good for no longer: empty it instead.')}
            />
          ),
      )}
      <PourPlace
        product={equipment.products.find((p) => p.id === into?.holds.productId) ?? null}
        refused={merging.refusal}
      >
        {refusals.both ? (
          <InTheWay refusal={refusals.both} vessel={null} />
        ) : (
          <PourButton
            words={merging.waiting ? t('Booking ...') : t('Pour them together')}
            vessel={into}
            disabled={!may}
            onClick={() => merging.run()}
            topUp={null}
          />
        )}
      </PourPlace>
      {merging.answer && <MergedLine merged={merging.answer} undone={merging.forget} />}
    </Surface>
  );
}

const note = ({ holds }: Holding) => t('{0}, {1} by {2}', holds.productName, holds.code, holds.personName);

function LeftField(props: {
  vessel: Holding | null;
  text: string;
  refusal: Parameters<typeof AmountField>[0]['refusal'];
  onChange: (text: string) => void;
}) {
  const { vessel, text, refusal, onChange } = props;
  const { shop } = useSession();
  return (
    <AmountField
      label={t('How much is left in {0}', vessel?.name ?? t('it'))}
      value={text}
      refusal={refusal}
      placeholder={vessel ? t('{0}, by the books', formatVolume(vessel.holds.ul, shop.units)) : ''}
      onChange={onChange}
    />
  );
}

function BeforeAndAfter({ vessel, mix: { kept, result } }: { vessel: Holding; mix: MergeMix }) {
  const { shop } = useSession();
  const guard = vessel.displacementUl;
  const nowUl = kept.into ? volumeUl(kept.into) : 0;
  const afterUl = result && volumeUl(result);
  const mark = (ul: number, word: string, dashed: boolean) => ({
    ul: ul + guard,
    figure: `${word} ${formatVolume(ul, shop.units)}`,
    tone: 'ink' as const,
    dashed,
  });
  return (
    <Filled
      of={vessel}
      layers={[
        { ul: guard, of: 'guard' },
        { ul: afterUl ?? nowUl, of: 'mix' },
      ]}
      align="left"
      marks={[mark(nowUl, t('now'), true), ...(afterUl ? [mark(afterUl, t('then'), false)] : [])]}
      label={t(
        '{0}, now {1}{2}',
        vessel.name,
        formatVolume(nowUl, shop.units),
        afterUl ? t(', then {0}', formatVolume(afterUl, shop.units)) : '',
      )}
    />
  );
}
