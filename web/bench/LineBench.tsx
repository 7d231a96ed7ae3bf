import { useEffect, useState } from 'react';
import { Link } from 'react-router';
import type { Line, LineFillBody } from '#contract/dispensers.ts';
import type { Vessel } from '#contract/equipment.ts';
import type { DispenserFill } from '#core/delivery/dispenserFill.ts';
import type { Verdict } from '#core/delivery/dispenserLine.ts';
import { VESSEL_OUTLINES } from '#core/mixing/outlines.ts';
import { limitsOf } from '#core/mixing/solveMix.ts';
import type { Refusal as CoreRefusal } from '#core/outcome.ts';
import { formatPercent } from '#core/strength/formatStrength.ts';
import { type Fraction, inNotation } from '#core/strength/strength.ts';
import { formatExactVolume, formatVolume } from '#core/units/formatVolume.ts';
import { microlitres } from '#core/units/volume.ts';
import { useSession } from '../lib/session.tsx';
import { spoken, strengthSaid, t } from '../lib/speech.ts';
import { checkInWords, dueInWords } from '../rigs/dispenser/lineWords.ts';
import { useShowsProducts } from '../state/onScreen.ts';
import { linesQuery } from '../state/queries.ts';
import { useQuery } from '../state/useQuery.ts';
import { EquipmentDrawing } from '../ui/EquipmentDrawing.tsx';
import { ListField } from '../ui/Labelled.tsx';
import { Refusal, Stop, Watch } from '../ui/Refusal.tsx';
import { useSize } from '../ui/useSize.ts';
import { AmountField } from './AmountField.tsx';
import { BigFigure } from './BigFigure.tsx';
import type { BenchDraft } from './benchDraft.ts';
import { AskForWord, ProductCare } from './Cautions.tsx';
import type { Equipment } from './equipment.ts';
import { lineMix } from './lineMix.ts';
import { InTheWay, JustPoured, NoAnswerYet, PourButton, PourPlace, useJustPoured } from './PourPlace.tsx';
import { SlipStrip } from './SlipStrip.tsx';
import type { usePour } from './usePour.ts';
import { VesselChoice } from './VesselChoice.tsx';

type Props = {
  draft: BenchDraft;
  equipment: Equipment;
  set: (change: Partial<BenchDraft>) => void;
  question: React.ReactNode;
  pouring: ReturnType<typeof usePour>;
};

/** A fill from a line of the wall dispenser: product is what was measured to come, let down where it is to be weaker. */
export default function LineBench({ draft, equipment, set, question, pouring }: Props) {
  const { who, shop } = useSession();
  const { data: all = [] } = useQuery(linesQuery);
  const mix = lineMix(draft, all, equipment);
  const { lines, line, vessel, product, given, fill, asksForWord, refusals } = mix;
  useShowsProducts(product?.id);
  const [word, giveWord] = useState<number | null>(null);
  const said = word !== null && word === product?.id;
  const body: LineFillBody | null =
    mix.body && (said || !asksForWord) ? { ...mix.body, ...(asksForWord && { acknowledged: said }) } : null;
  const { poured, again } = useJustPoured();
  const pour = () => {
    if (!body || poured || pouring.pending || pouring.unanswered) return;
    pouring.fillFromLine(body);
    giveWord(null);
  };
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (event.key !== 'Enter' || !event.ctrlKey || event.repeat) return;
      event.preventDefault();
      event.stopPropagation();
      pour();
    };
    window.addEventListener('keydown', onKey, { capture: true });
    return () => window.removeEventListener('keydown', onKey, { capture: true });
  });
  return (
    <main className="mx-auto grid max-w-[1480px] gap-x-8 gap-y-5 px-4 pt-3 pb-28 lg:grid-cols-[20.5rem_minmax(0,1fr)] lg:px-8 lg:pt-5 lg:pb-5">
      <h1 className="sr-only">{t('Bench')}</h1>
      <div className="flex flex-col gap-4">
        {question}
        {line ? (
          <>
            <ListField
              label={t('Line')}
              bay
              value={String(line.id)}
              options={lines.map((l) => ({
                value: String(l.id),
                name: `${l.code} ${l.pail?.productName}`,
                note: l.check ? checkInWords(l.check) : t('not verified'),
              }))}
              onChange={(id) => set({ lineId: Number(id) })}
            />
            <VesselChoice
              label={t('Vessel')}
              value={vessel}
              options={equipment.vessels}
              onChange={(id) => set({ vesselId: id })}
            />
            <AmountField
              label={t('How much to make')}
              value={draft.makeText}
              refusal={refusals.total}
              placeholder={
                vessel
                  ? t('{0}, to the fill limit', formatVolume(limitsOf(vessel).fillLimitUl, shop.units))
                  : ''
              }
              onChange={(makeText) => set({ makeText })}
            />
            <AmountField
              label={t('Weaker than the line')}
              value={draft.weakerText}
              refusal={refusals.strength}
              placeholder={
                given ? t('{0}, as the line gives it', strengthSaid(inNotation(given, 'parts'))) : ''
              }
              strength
              hint={t('Let down at the bench with water, such as 1:50')}
              onChange={(weakerText) => set({ weakerText })}
            />
          </>
        ) : (
          <p>
            {t('No line of a wall dispenser has a pail on it.')} <Link to="/rigs">{t('Look in Rigs')}</Link>.
          </p>
        )}
      </div>
      {line && (
        <div className="flex flex-col gap-5">
          <div className="flex flex-wrap gap-8">
            {fill && fill.addUl > 0 && (
              <BigFigure order={t('First water')} tone="text-water" ul={fill.addUl} what={t('water')} />
            )}
            <BigFigure
              order={fill && fill.addUl > 0 ? t('then from the line') : t('From the line')}
              tone="text-product"
              ul={fill?.lineUl}
              what={t('line')}
            />
          </div>
          {fill && (
            <p>
              {t('It holds')}{' '}
              <strong className="reading text-product">{formatExactVolume(fill.productUl)}</strong>{' '}
              {t('of product:')}{' '}
              <strong className="reading">
                {formatPercent((fill.productUl / fill.totalUl) as Fraction)}
              </strong>
              {t('. Keep the fill tube below the surface.')}
            </p>
          )}
          <LineState line={line} />
          {vessel && <FillDrawing vessel={vessel} fill={fill} />}
          {product && <ProductCare product={product} />}
          {refusals.stock && <Refusal problem={refusals.stock} />}
          {asksForWord && !refusals.product && (
            <AskForWord given={said} give={(yes) => giveWord(yes ? (product?.id ?? null) : null)} />
          )}
          <PourPlace product={product}>
            {pouring.unanswered ? (
              <NoAnswerYet sendAgain={pouring.sendAgain} />
            ) : poured ? (
              <JustPoured slip={poured} again={again} />
            ) : refusals.vessel || refusals.product ? (
              <InTheWay refusal={(refusals.product ?? refusals.vessel) as CoreRefusal} vessel={vessel} />
            ) : (
              <PourButton
                words={
                  pouring.pending
                    ? t('Booking ...')
                    : fill
                      ? t('Fill {0} from {1}', formatVolume(fill.lineUl, shop.units), line.code)
                      : t('Fill')
                }
                vessel={vessel}
                disabled={!body || pouring.pending}
                onClick={pour}
                topUp={null}
              />
            )}
          </PourPlace>
          {pouring.error && !pouring.unanswered && <Refusal problem={pouring.error} />}
          <SlipStrip personId={who.personId} />
        </div>
      )}
    </main>
  );
}

/** Whether the line may be filled from, and what it was measured to give. */
function LineState({ line }: { line: Line }) {
  const due = dueInWords(line);
  const stop = line.due === 'never' || line.check?.verdict.verdict === 'fault';
  if (stop) {
    return (
      <Stop reason={`${line.name}: ${due}`} remedy={t('Have a lead verify it in Rigs, or mix by hand.')} />
    );
  }
  return (
    <>
      <p>
        <Link to={`/rigs/lines/${line.id}`}>{line.name}</Link>{' '}
        {t('gives {0}, as measured.', line.check && checkInWords(line.check))}
      </p>
      {due && <Watch word={due}>{t('Have a lead verify it before long.')}</Watch>}
      {line.check?.verdict.verdict === 'retip' && <Retip verdict={line.check.verdict} />}
    </>
  );
}

function Retip({ verdict }: { verdict: Verdict }) {
  const [what, remedy] = spoken().words.verdict(verdict);
  return <Watch word={what}>{remedy}</Watch>;
}

function FillDrawing({ vessel, fill }: { vessel: Vessel; fill: DispenserFill | null }) {
  const { shop } = useSession();
  const [room, size] = useSize<HTMLDivElement>();
  const shown = (ul: number) => formatVolume(microlitres(ul), shop.units);
  return (
    <div ref={room} className="h-64 max-w-md">
      {size.width > 0 && (
        <EquipmentDrawing
          outline={VESSEL_OUTLINES[vessel.kind]}
          brimfulUl={vessel.brimfulUl}
          layers={
            fill
              ? [
                  { ul: fill.totalUl - fill.productUl, of: 'water' },
                  { ul: fill.productUl, of: 'product' },
                ]
              : []
          }
          units={shop.units}
          width={size.width}
          height={size.height}
          align="left"
          marks={
            fill
              ? [
                  ...(fill.addUl > 0
                    ? [{ ul: fill.addUl, figure: t('{0} water', shown(fill.addUl)), tone: 'water' as const }]
                    : []),
                  { ul: fill.totalUl, figure: shown(fill.totalUl), tone: 'product' as const },
                ]
              : []
          }
          label={vessel.name}
        />
      )}
    </div>
  );
}
