import { Link } from 'react-router';
import type { Line, LineFillBody } from '#contract/dispensers.ts';
import type { Vessel } from '#contract/equipment.ts';
import type { DispenserFill } from '#core/delivery/dispenserFill.ts';
import type { Verdict } from '#core/delivery/dispenserLine.ts';
import type { Refusal as CoreRefusal } from '#core/outcome.ts';
import { formatPercent } from '#core/strength/formatStrength.ts';
import { type Fraction, inNotation } from '#core/strength/strength.ts';
import { formatVolume } from '#core/units/formatVolume.ts';
import type { UnitSystem } from '#core/units/units.ts';
import { microlitres } from '#core/units/volume.ts';
import { useSession } from '../lib/session.tsx';
import { spoken, strengthSaid, t } from '../lib/speech.ts';
import { checkInWords, dueInWords } from '../rigs/dispenser/lineWords.ts';
import { useShowsProducts } from '../state/onScreen.ts';
import { linesQuery } from '../state/queries.ts';
import { useQuery } from '../state/useQuery.ts';
import { ListField } from '../ui/Labelled.tsx';
import { Stop, Watch } from '../ui/Refusal.tsx';
import type { BenchProps } from './benchProps.ts';
import { AmountField } from './fields/AmountField.tsx';
import { MakeField } from './fields/MakeField.tsx';
import { VesselChoice } from './fields/VesselChoice.tsx';
import type { Question } from './mix/benchDraft.ts';
import { type LineMix, lineMix } from './mix/lineMix.ts';
import { Acknowledge, ProductCare } from './pour/Cautions.tsx';
import {
  InTheWay,
  JustPoured,
  NoAnswerYet,
  PourButton,
  PourPlace,
  useJustPoured,
} from './pour/PourPlace.tsx';
import { SlipStrip } from './pour/SlipStrip.tsx';
import { usePourKey } from './pour/usePourKey.ts';
import { useWord } from './pour/useWord.ts';
import { Surface } from './Surface.tsx';
import { Amounts, ComesTo } from './shown/Amounts.tsx';
import { Drawn, Filled, layersOf } from './shown/Drawn.tsx';

/** A fill from a line of the wall dispenser: product is what was measured to come, let down where it is to be weaker. */
export default function LineBench({
  draft,
  equipment,
  set,
  pouring,
  ask,
}: BenchProps & { draft: Question<'line'> }) {
  const { who, shop } = useSession();
  const { data: all = [] } = useQuery(linesQuery);
  const mix = lineMix(draft, all, equipment);
  const { lines, line, vessel, product, given, fill, asksForWord, refusals } = mix;
  useShowsProducts(product?.id);
  const word = useWord(`${product?.id}`);
  const body: LineFillBody | null =
    mix.body && (word.given || !asksForWord)
      ? { ...mix.body, ...(asksForWord && { acknowledged: word.given }) }
      : null;
  const { poured, again } = useJustPoured();
  const pour = () => {
    if (!body || poured || pouring.pending || pouring.unanswered) return;
    pouring.fillFromLine(body);
    word.give(false);
  };
  usePourKey(pour);
  return (
    <Surface
      amounts={<LineAmounts mix={mix} />}
      fields={
        <>
          {ask}
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
              <MakeField draft={draft} vessel={vessel} refusal={refusals.total} set={set} />
              <AmountField
                label={t('Weaker than the line')}
                value={draft.weakerText}
                refusal={refusals.strength}
                placeholder={
                  given ? t('{0}, as the line gives it', strengthSaid(inNotation(given, 'parts'))) : ''
                }
                of="strength"
                hint={t('Let down at the bench with water, such as 1:50')}
                onChange={(weakerText) => set({ weakerText })}
              />
            </>
          ) : (
            <p>
              {t('No line of a wall dispenser has a pail on it.')} <Link to="/rigs">{t('Look in Rigs')}</Link>
              .
            </p>
          )}
        </>
      }
      drawn={line && vessel && <LineDrawn vessel={vessel} fill={fill} />}
      slips={line && <SlipStrip personId={who.personId} />}
    >
      {line && (
        <>
          <LineState line={line} />
          {product && <ProductCare product={product} />}
          {asksForWord && !refusals.product && <Acknowledge {...word} />}
          <PourPlace product={product} refused={pouring.unanswered ? null : pouring.error}>
            {pouring.unanswered ? (
              <NoAnswerYet sendAgain={pouring.sendAgain} />
            ) : poured ? (
              <JustPoured slip={poured} again={again} />
            ) : refusals.product || refusals.vessel || refusals.stock ? (
              <InTheWay
                refusal={(refusals.product ?? refusals.vessel ?? refusals.stock) as CoreRefusal}
                vessel={vessel}
              />
            ) : (
              <PourButton
                words={lineWords(mix, shop.units, pouring.pending)}
                vessel={vessel}
                disabled={!body || pouring.pending}
                onClick={pour}
                topUp={null}
              />
            )}
          </PourPlace>
        </>
      )}
    </Surface>
  );
}

function lineWords({ fill, line }: LineMix, units: UnitSystem, pending: boolean): string {
  if (pending) return t('Booking ...');
  return fill ? t('Fill {0} from {1}', formatVolume(fill.lineUl, units), line?.code) : t('Fill');
}

function LineAmounts({ mix: { product, vessel, fill } }: { mix: LineMix }) {
  const { shop } = useSession();
  const first = fill && fill.addUl > 0;
  const water = { id: 'water', order: t('First water'), tone: 'text-water', ul: fill?.addUl ?? null };
  const fromLine = {
    id: 'line',
    order: first ? t('then from the line') : t('From the line'),
    tone: 'text-product',
    ul: fill?.lineUl ?? null,
  };
  return (
    <Amounts product={product} vessel={vessel} amounts={first ? [water, fromLine] : [fromLine]}>
      {fill && (
        <ComesTo name={t('It holds')}>
          <strong className="reading text-product">
            {formatVolume(microlitres(fill.productUl), shop.units)}
          </strong>{' '}
          {t('of product:')}{' '}
          <strong className="reading">{formatPercent((fill.productUl / fill.totalUl) as Fraction)}</strong>
        </ComesTo>
      )}
    </Amounts>
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
        {t('gives {0}, as measured.', line.check && checkInWords(line.check))}{' '}
        {t('Keep the fill tube below the surface.')}
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

function LineDrawn({ vessel, fill }: { vessel: Vessel; fill: DispenserFill | null }) {
  const { shop } = useSession();
  const shown = (ul: number) => formatVolume(microlitres(ul), shop.units);
  const water = fill &&
    fill.addUl > 0 && { ul: fill.addUl, figure: t('{0} water', shown(fill.addUl)), tone: 'water' as const };
  const top = fill && { ul: fill.totalUl, figure: shown(fill.totalUl), tone: 'product' as const };
  return (
    <Drawn
      vessel={
        <Filled
          of={vessel}
          layers={layersOf(fill && { waterUl: fill.totalUl - fill.productUl, productUl: fill.productUl })}
          align="left"
          marks={[...(water ? [water] : []), ...(top ? [top] : [])]}
          label={vessel.name}
        />
      }
    />
  );
}
