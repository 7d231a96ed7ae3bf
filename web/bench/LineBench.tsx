import { useQuery } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { Link } from 'react-router';
import type { Line, LineFillBody } from '#contract/dispensers.ts';
import type { Vessel } from '#contract/ware.ts';
import { type DispenserFill, dispenserFill } from '#core/delivery/dispenserFill.ts';
import { fractionOfRatio } from '#core/delivery/meteringTip.ts';
import { VESSEL_OUTLINES } from '#core/mixing/outlines.ts';
import { accept, type Outcome } from '#core/outcome.ts';
import { mayMeet } from '#core/safety/mayMeet.ts';
import { ALL_UNKNOWN } from '#core/safety/traits.ts';
import { checkStock } from '#core/stock/postings.ts';
import { formatPercent, formatStrength } from '#core/strength/formatStrength.ts';
import { parseStrength } from '#core/strength/parseStrength.ts';
import { type Fraction, fractionOf, inNotation, type Strength } from '#core/strength/strength.ts';
import { formatExactVolume, formatVolume } from '#core/units/formatVolume.ts';
import { parseVolume } from '#core/units/parseVolume.ts';
import { microlitres } from '#core/units/volume.ts';
import { useSession } from '../app/session.tsx';
import { checkInWords, dueInWords } from '../rigs/dispenser/lineWords.ts';
import { linesQuery } from '../state/queries.ts';
import { Button } from '../ui/Button.tsx';
import { Choice } from '../ui/Choice.tsx';
import { Field } from '../ui/Field.tsx';
import { Refusal, Watch } from '../ui/Refusal.tsx';
import { useSize } from '../ui/useSize.ts';
import { WareDrawing } from '../ui/WareDrawing.tsx';
import { AmountField } from './AmountField.tsx';
import { BigFigure } from './BigFigure.tsx';
import type { BenchDraft } from './benchDraft.ts';
import { limitsOf, mayMixOf } from './benchMix.ts';
import { blank, depthReader } from './benchStart.ts';
import { AskForWord, ProductCare } from './Cautions.tsx';
import { RinsedButton } from './RinsedButton.tsx';
import { SlipStrip } from './SlipStrip.tsx';
import type { usePour } from './usePour.ts';
import { VesselChoice } from './VesselChoice.tsx';
import type { Ware } from './ware.ts';

type Props = {
  draft: BenchDraft;
  ware: Ware;
  set: (change: Partial<BenchDraft>) => void;
  question: React.ReactNode;
  pouring: ReturnType<typeof usePour>;
};

/** A fill from a line of the wall dispenser: product is what was measured to come, let down where it is to be weaker. */
export default function LineBench({ draft, ware, set, question, pouring }: Props) {
  const { who, shop } = useSession();
  const { data: all = [] } = useQuery(linesQuery);
  const lines = all.filter((l) => l.pail !== null);
  const line =
    lines.find((l) => l.id === draft.lineId) ?? lines.find((l) => l.due === null) ?? lines[0] ?? null;
  const vessel = ware.vessels.find((v) => v.id === draft.vesselId) ?? ware.vessels[0] ?? null;
  const product = ware.products.find((p) => p.id === line?.pail?.productId) ?? null;
  const usable =
    line?.check && line.check.verdict.verdict !== 'fault' ? fractionOfRatio(line.check.ratio) : null;
  const total = totalOf(draft, vessel, shop.units);
  const wanted = wantedOf(draft, shop);
  const fill =
    usable && vessel && total?.ok && (wanted === null || wanted.ok)
      ? dispenserFill(
          usable,
          total.value,
          wanted?.value.fraction ?? null,
          limitsOf(vessel).fillLimitUl,
          shop.units,
        )
      : null;
  const may = product && mayMixOf(product, ware);
  const met = product && vessel ? meeting(product, vessel, ware) : null;
  const stock =
    fill?.ok && line?.pail
      ? checkStock(line.pail.heldUl, fill.value.productUl, line.pail.code, shop.units)
      : null;
  const asksForWord = product?.record.care.acknowledge ?? false;
  const [word, giveWord] = useState<number | null>(null);
  const given = word !== null && word === product?.id;
  const ready = fill?.ok && may?.ok && (!met || met.ok) && stock?.ok && (given || !asksForWord);
  const body: LineFillBody | null =
    ready && line && vessel
      ? {
          lineId: line.id,
          vesselId: vessel.id,
          totalUl: fill.value.totalUl,
          strength: wanted?.ok ? wanted.value.strength : null,
          ...(asksForWord && { acknowledged: given }),
          shown: { lineUl: fill.value.lineUl, productUl: fill.value.productUl, addUl: fill.value.addUl },
        }
      : null;
  const pour = () => {
    if (!body || pouring.pending || pouring.unanswered) return;
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
  const strengthFault =
    wanted && !wanted.ok ? wanted : fill && !fill.ok && fill.field === 'Strength' ? fill : undefined;
  const totalFault =
    total && !total.ok ? total : fill && !fill.ok && fill.field !== 'Strength' ? fill : undefined;
  return (
    <main className="mx-auto grid max-w-[1480px] gap-x-8 gap-y-5 px-4 pt-3 pb-28 lg:grid-cols-[20.5rem_minmax(0,1fr)] lg:px-8 lg:pt-5 lg:pb-5">
      <h1 className="sr-only">Bench</h1>
      <div className="flex flex-col gap-4">
        {question}
        {line ? (
          <>
            <Field label="Line">
              {(described) => (
                <Choice
                  {...described}
                  bay
                  value={String(line.id)}
                  options={lines.map((l) => ({
                    value: String(l.id),
                    name: `${l.code} ${l.pail?.productName}`,
                    note: l.check ? checkInWords(l.check) : 'not verified',
                  }))}
                  onChange={(id) => set({ lineId: Number(id) })}
                />
              )}
            </Field>
            <VesselChoice
              label="Vessel"
              value={vessel}
              options={ware.vessels}
              onChange={(id) => set({ vesselId: id })}
            />
            <AmountField
              label="How much to make"
              value={draft.makeText}
              refusal={totalFault}
              placeholder={
                vessel ? `${formatVolume(limitsOf(vessel).fillLimitUl, shop.units)}, to the fill limit` : ''
              }
              onChange={(makeText) => set({ makeText })}
            />
            <AmountField
              label="Weaker than the line"
              value={draft.weakerText}
              refusal={strengthFault}
              placeholder={
                usable ? `${formatStrength(inNotation(usable, 'parts'))}, as the line gives it` : ''
              }
              strength
              hint="Let down at the bench with water, such as 1:50"
              onChange={(weakerText) => set({ weakerText })}
            />
          </>
        ) : (
          <p>
            No line of a wall dispenser has a pail on it. <Link to="/rigs">Look in Rigs</Link>.
          </p>
        )}
      </div>
      {line && (
        <div className="flex flex-col gap-5">
          <div className="flex flex-wrap gap-8">
            {fill?.ok && fill.value.addUl > 0 && (
              <BigFigure order="First water" tone="text-water" ul={fill.value.addUl} what="water" />
            )}
            <BigFigure
              order={fill?.ok && fill.value.addUl > 0 ? 'then from the line' : 'From the line'}
              tone="text-product"
              ul={fill?.ok ? fill.value.lineUl : undefined}
              what="line"
            />
          </div>
          {fill?.ok && (
            <p>
              It holds{' '}
              <strong className="reading text-product">{formatExactVolume(fill.value.productUl)}</strong> of
              product:{' '}
              <strong className="reading">
                {formatPercent((fill.value.productUl / fill.value.totalUl) as Fraction)}
              </strong>
              . Keep the fill tube below the surface.
            </p>
          )}
          <LineState line={line} />
          {vessel && <FillDrawing vessel={vessel} fill={fill?.ok ? fill.value : null} />}
          {product && <ProductCare product={product} />}
          {may && !may.ok && <Refusal problem={may} />}
          {met && !met.ok && vessel && (
            <>
              <Refusal problem={met} />
              <RinsedButton vessel={vessel} />
            </>
          )}
          {stock && !stock.ok && <Refusal problem={stock} />}
          {asksForWord && may?.ok && (
            <AskForWord given={given} give={(yes) => giveWord(yes ? (product?.id ?? null) : null)} />
          )}
          <Button
            look="main"
            bay
            className="max-w-md"
            disabled={!body || pouring.pending || pouring.unanswered !== null}
            onClick={pour}
            aria-keyshortcuts="Control+Enter"
          >
            {pouring.pending
              ? 'Booking ...'
              : fill?.ok
                ? `Fill ${formatVolume(fill.value.lineUl, shop.units)} from ${line.code}`
                : 'Fill'}
          </Button>
          {pouring.error && !pouring.unanswered && <Refusal problem={pouring.error} />}
          {pouring.unanswered && (
            <Button bay className="max-w-md" onClick={pouring.sendAgain}>
              No answer yet: send it again
            </Button>
          )}
          <SlipStrip personId={who.personId} />
        </div>
      )}
    </main>
  );
}

function totalOf(draft: BenchDraft, vessel: Vessel | null, system: 'metric' | 'us' | 'imperial') {
  if (!vessel) return null;
  if (blank(draft.makeText)) return accept(limitsOf(vessel).fillLimitUl);
  return parseVolume(draft.makeText, { system, field: 'How much to make', atDepth: depthReader(vessel) });
}

function wantedOf(
  { weakerText }: BenchDraft,
  shop: Ware['shop'],
): Outcome<{ strength: Strength; fraction: Fraction }> | null {
  if (blank(weakerText)) return null;
  const strength = parseStrength(weakerText, { system: shop.units, ratio: shop.ratioReading });
  if (!strength.ok) return strength;
  const fraction = fractionOf(strength.value);
  return fraction.ok ? accept({ strength: strength.value, fraction: fraction.value }) : fraction;
}

function meeting(
  product: Ware['products'][number],
  { name, lastHeld }: Vessel,
  { products }: Ware,
): Outcome<null> | null {
  if (!lastHeld || lastHeld.productId === product.id) return null;
  const last = products.find((p) => p.id === lastHeld.productId);
  return mayMeet(product, { name: lastHeld.productName, traits: last?.traits ?? ALL_UNKNOWN }, name);
}

/** Whether the line may be filled from, and what it was measured to give. */
function LineState({ line }: { line: Line }) {
  const due = dueInWords(line);
  const stop = line.due === 'never' || line.check?.verdict.verdict === 'fault';
  if (stop) {
    return (
      <Refusal
        problem={{
          ok: false,
          code: 'line.unverified',
          field: 'Line',
          reason: `${line.name}: ${due}`,
          remedy: 'Have a lead verify it in Rigs, or mix by hand.',
        }}
      />
    );
  }
  return (
    <>
      <p>
        <Link to={`/rigs/lines/${line.id}`}>{line.name}</Link> gives {line.check && checkInWords(line.check)},
        as measured.
      </p>
      {due && <Watch word={due}>Have a lead verify it before long.</Watch>}
      {line.check?.verdict.verdict === 'retip' && (
        <Watch word={line.check.verdict.words}>{line.check.verdict.remedy}</Watch>
      )}
    </>
  );
}

function FillDrawing({ vessel, fill }: { vessel: Vessel; fill: DispenserFill | null }) {
  const { shop } = useSession();
  const [room, size] = useSize<HTMLDivElement>();
  const shown = (ul: number) => formatVolume(microlitres(ul), shop.units);
  return (
    <div ref={room} className="h-64 max-w-md">
      {size.width > 0 && (
        <WareDrawing
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
                    ? [{ ul: fill.addUl, figure: `${shown(fill.addUl)} water`, tone: 'water' as const }]
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
