import { useMutation } from '@tanstack/react-query';
import type { Merged } from '#contract/ledger.ts';
import { fractionIn, volumeUl } from '#core/mixing/contents.ts';
import { VESSEL_OUTLINES } from '#core/mixing/outlines.ts';
import { formatPercent } from '#core/strength/formatStrength.ts';
import { inNotation } from '#core/strength/strength.ts';
import { formatVolume, readVolume } from '#core/units/formatVolume.ts';
import { usePrintEach } from '../labels/usePrintEach.ts';
import { post } from '../lib/api.ts';
import { useSession } from '../lib/session.tsx';
import { strengthSaid, t } from '../lib/speech.ts';
import { useShowsProducts } from '../state/onScreen.ts';
import { askAgain } from '../state/queries.ts';
import { Button } from '../ui/Button.tsx';
import { EquipmentDrawing } from '../ui/EquipmentDrawing.tsx';
import { Refusal } from '../ui/Refusal.tsx';
import { useSize } from '../ui/useSize.ts';
import { AmountField } from './AmountField.tsx';
import type { BenchDraft } from './benchDraft.ts';
import { PastItsDay } from './Cautions.tsx';
import type { Equipment } from './equipment.ts';
import { MergedLine } from './MergedLine.tsx';
import { type Holding, isHolding, mergeMix } from './mergeMix.ts';
import { VesselChoice } from './VesselChoice.tsx';

type Props = {
  draft: BenchDraft;
  equipment: Equipment;
  set: (change: Partial<BenchDraft>) => void;
  question: React.ReactNode;
};

/** Two leftovers of one product into one vessel. */
export default function MergeBench({ draft, equipment, set, question }: Props) {
  const { shop } = useSession();
  const mix = mergeMix(draft, equipment.vessels, shop);
  const { into, from, partners, kept, result, refusals, body } = mix;
  const printEach = usePrintEach();
  const merging = useMutation({
    mutationFn: () => post<Merged>('/merges', body),
    onSuccess: (merged) => {
      printEach(merged);
      set({ leftText: '', otherLeftText: '' });
    },
    onSettled: () => askAgain('vessels'),
  });
  useShowsProducts(into?.holds.productId);
  const change = (more: Partial<BenchDraft>) => {
    if (merging.isError) merging.reset();
    set(more);
  };
  const moved = kept.from && readVolume(volumeUl(kept.from), shop.units);
  return (
    <main className="mx-auto grid max-w-[1480px] gap-x-8 gap-y-5 px-4 pt-3 pb-28 lg:grid-cols-[20.5rem_minmax(0,1fr)] lg:px-8 lg:pt-5 lg:pb-5">
      <h1 className="sr-only">{t('Bench')}</h1>
      <div className="flex flex-col gap-4">
        {question}
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
      </div>
      <div className="flex flex-col gap-5">
        <section aria-label={t('Amounts')} aria-live="polite" className="flex gap-8">
          <p className="text-ink">
            <span className="caps block">{t('Pour over')}</span>
            <span
              className="reading flex items-baseline gap-2 text-[4.2rem] leading-none"
              data-testid="reading-merge"
            >
              {moved ? moved.figure : '–'}
              {moved && <span className="text-[1.6rem]">{moved.unit}</span>}
            </span>
          </p>
          {result && (
            <p>
              <span className="caps block">{t('Together')}</span>
              <span className="reading block text-[1.7rem] leading-tight">
                {formatVolume(volumeUl(result), shop.units)}, {formatPercent(fractionIn(result))}
              </span>
              {strengthSaid(inNotation(fractionIn(result), 'parts'))}
            </p>
          )}
        </section>
        {into && (
          <BeforeAndAfter
            vessel={into}
            nowUl={kept.into ? volumeUl(kept.into) : 0}
            afterUl={result && volumeUl(result)}
          />
        )}
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
        {refusals.both && <Refusal problem={refusals.both} />}
        <Button
          look="main"
          bay
          className="max-w-md"
          disabled={!body || merging.isPending}
          onClick={() => merging.mutate()}
        >
          {merging.isPending ? t('Booking ...') : t('Pour them together')}
        </Button>
        {merging.error && <Refusal problem={merging.error} />}
        {merging.data && <MergedLine merged={merging.data} undone={merging.reset} />}
      </div>
    </main>
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

function BeforeAndAfter({
  vessel,
  nowUl,
  afterUl,
}: {
  vessel: Holding;
  nowUl: number;
  afterUl: number | null;
}) {
  const { shop } = useSession();
  const [room, size] = useSize<HTMLDivElement>();
  const guard = vessel.displacementUl;
  const mark = (ul: number, word: string, dashed: boolean) => ({
    ul: ul + guard,
    figure: `${word} ${formatVolume(ul, shop.units)}`,
    tone: 'ink' as const,
    dashed,
  });
  return (
    <div ref={room} className="h-72">
      <EquipmentDrawing
        outline={VESSEL_OUTLINES[vessel.kind]}
        brimfulUl={vessel.brimfulUl}
        layers={[
          { ul: guard, of: 'guard' },
          { ul: afterUl ?? nowUl, of: 'mix' },
        ]}
        units={shop.units}
        {...size}
        align="left"
        marks={[mark(nowUl, t('now'), true), ...(afterUl ? [mark(afterUl, t('then'), false)] : [])]}
        label={t(
          '{0}, now {1}{2}',
          vessel.name,
          formatVolume(nowUl, shop.units),
          afterUl ? t(', then {0}', formatVolume(afterUl, shop.units)) : '',
        )}
      />
    </div>
  );
}
