import { useRef } from 'react';
import { Link } from 'react-router';
import type { Container } from '#contract/equipment.ts';
import type { PourBody } from '#contract/ledger.ts';
import { printedStep } from '#core/mixing/practicalPour.ts';
import type { Outcome } from '#core/outcome.ts';
import { SOIL_NAMES } from '#core/soil/soil.ts';
import { formatVolume } from '#core/units/formatVolume.ts';
import { post } from '../../lib/api.ts';
import { useSession } from '../../lib/session.tsx';
import { strengthSaid, t } from '../../lib/speech.ts';
import { useCommand } from '../../state/useCommand.ts';
import { Button } from '../../ui/Button.tsx';
import { ListField } from '../../ui/Labelled.tsx';
import { Refusal } from '../../ui/Refusal.tsx';
import { type BenchDraft, useBench } from '../mix/benchDraft.ts';
import type { BenchMix } from '../mix/benchMix.ts';
import type { Equipment } from '../mix/equipment.ts';
import { leftAsTyped } from '../mix/fromBooks.ts';
import { Acknowledge, Cautions, PastItsDay } from './Cautions.tsx';
import { ReadNote, SignOffWord } from './MayMix.tsx';
import { InTheWay, JustPoured, NoAnswerYet, PourButton, PourPlace, useJustPoured } from './PourPlace.tsx';
import type { usePour } from './usePour.ts';

type Props = {
  draft: BenchDraft;
  bench: BenchMix;
  equipment: Equipment;
  /** What is to be booked, or why it can't be; null while it is not worked out. */
  decided: Outcome<PourBody> | null;
  pouring: ReturnType<typeof usePour>;
  pour: () => void;
  /** Pours all the same where the container holds less by the books; null while it does not come to that. */
  inTheJug: (() => void) | null;
  /** Whether the word the product asks for was given, and how it is given. */
  word: { given: boolean; missing: boolean; give: (given: boolean) => void };
  set: (change: Partial<BenchDraft>) => void;
};

/** What of a pour has a place of its own on the Bench for what is wrong with it. */
const OWN_PLACES = new Set(['/acknowledged', '/strength', '/totalUl', '/start', '/start/strength']);

/** Where the product comes from, what to take care of, and the pour itself. */
export function PourBar({ draft, bench, equipment, decided, pouring, pour, inTheJug, word, set }: Props) {
  const { shop } = useSession();
  const { product, plan, measuring, start, containers, container, refusals } = bench;
  const open = containers.filter((c) => c.openedAt);
  const ready = decided?.ok === true;
  // Said at its own place below; whatever else stands in the way is said as it is.
  const other = decided?.ok === false && !OWN_PLACES.has(decided.at ?? '') ? decided : null;
  const stepUl = shop.units === 'metric' ? printedStep(measuring?.chosen?.parts ?? []) : undefined;
  const figure = plan && formatVolume(plan.productUl, shop.units, stepUl);
  const asked = useRef<HTMLButtonElement>(null);
  const goToWord = () => {
    asked.current?.focus();
    asked.current?.scrollIntoView({ block: 'center' });
  };
  const { poured, again } = useJustPoured();
  const topUp = () =>
    set({
      mode: 'left',
      leftText: leftAsTyped(bench.vessel?.holds?.ul ?? 0, shop.units),
      leftStrengthText: '',
    });
  return (
    <>
      <Cautions product={product} vessel={bench.vessel} leftover={start?.body.kind === 'leftover'} />
      {bench.asksForWord && !bench.refusals.product && !bench.refusals.vessel && !poured && (
        <Acknowledge ref={asked} given={word.given} give={word.give} />
      )}
      <div className="pour-row grid items-end gap-3 bg-ground between:gap-y-1 between:pt-1 sm:grid-cols-[2fr_3fr] lg:sticky lg:bottom-0 lg:z-[4] lg:pb-3">
        {product && open.length === 0 ? (
          <OpenOne sealed={containers} />
        ) : (
          <ListField
            label={t('Pour from')}
            bay
            value={container ? String(container.id) : ''}
            placeholder={product ? t('Choose a container') : t('Choose a product first')}
            options={containers.map((c) => ({
              value: String(c.id),
              name: `${c.code}, ${formatVolume(c.heldUl, shop.units)} ${c.openedAt ? t('left') : t('sealed')}`,
              note: c.onHold ? t('on hold') : `${t(c.kind)}, ${c.placeName}`,
              disabled: c.heldUl === 0 || c.onHold !== null,
            }))}
            onChange={(id) => set({ containerId: Number(id), restId: null })}
          />
        )}
        <PourPlace product={product} refused={pouring.unanswered ? null : pouring.error}>
          {pouring.unanswered ? (
            <NoAnswerYet sendAgain={pouring.sendAgain} />
          ) : poured ? (
            <JustPoured slip={poured} again={again} />
          ) : refusals.product ? (
            <InTheWay refusal={refusals.product} vessel={null}>
              <SignOffWord bench={bench} />
              <ReadNote bench={bench} equipment={equipment} />
            </InTheWay>
          ) : refusals.vessel ? (
            <InTheWay refusal={refusals.vessel} vessel={bench.vessel} />
          ) : refusals.container ? (
            <InTheWay refusal={refusals.container} vessel={null}>
              {bench.next && <FromNext first={container} next={bench.next} set={set} />}
              {inTheJug && (
                <>
                  <Button bay disabled={pouring.pending || pouring.unanswered !== null} onClick={inTheJug}>
                    {t('It really is in the {0}', container?.kind)}
                  </Button>
                  <p className="leading-tight">
                    {t(
                      'Books {0} as found and pours, in your name. A lead sees it.',
                      formatVolume(bench.shortUl, shop.units),
                    )}
                  </p>
                </>
              )}
            </InTheWay>
          ) : bench.recipe?.soil === null ? (
            <p className="flex min-h-16 items-center text-lg font-bold">{t('Choose how dirty it is.')}</p>
          ) : other ? (
            <InTheWay refusal={other} vessel={null} />
          ) : (
            <PourButton
              words={
                pouring.pending
                  ? t('Booking ...')
                  : word.missing
                    ? t('Read the cautions first')
                    : !ready
                      ? t('Pour')
                      : start?.body.kind === 'poured'
                        ? t(
                            'Book it, from {0}{1}',
                            container?.code,
                            bench.rest ? ` ${t('and {0}', bench.rest.container.code)}` : '',
                          )
                        : plan?.productUl
                          ? pourWords(bench, figure ?? '')
                          : t('Pour, water only')
              }
              vessel={bench.vessel}
              disabled={(!ready && !word.missing) || pouring.pending}
              onClick={word.missing ? goToWord : pour}
              topUp={start?.body.kind === 'empty' && bench.vessel?.holds ? topUp : null}
            />
          )}
        </PourPlace>
      </div>
      {container && (
        <PastItsDay
          code={container.code}
          day={container.bestBefore}
          fresh={t('Its sheet decides; open another, or have it counted out.')}
        />
      )}
      {bench.rest && <FromBoth first={container} rest={bench.rest} set={set} />}
      {ready && <KeepMix bench={bench} draft={draft} />}
    </>
  );
}

/** What the button says: what is opened for it, and what it comes from. */
function pourWords({ container, rest }: BenchMix, figure: string): string {
  if (rest) return t('Pour {0} from {1} and {2}', figure, container?.code, rest.container.code);
  return container?.openedAt
    ? t('Pour {0} from {1}', figure, container.code)
    : t('Open {0}, pour {1}', container?.code, figure);
}

type Second = NonNullable<BenchMix['rest']>;

/** Offers to finish the first container and take the rest from another; one that is sealed is opened. */
function FromNext({ first, next, set }: { first: Container | null; next: Second; set: Props['set'] }) {
  const { shop } = useSession();
  const { code, openedAt } = next.container;
  return (
    <Button bay className="leading-tight" onClick={() => set({ restId: next.container.id })}>
      {t(
        'Finish {0}, then {1}{2} from {3}',
        first?.code,
        openedAt ? '' : `${t('open and take')} `,
        formatVolume(next.ul, shop.units),
        code,
      )}
    </Button>
  );
}

/** Says what comes from which of two. */
function FromBoth({ first, rest, set }: { first: Container | null; rest: Second; set: Props['set'] }) {
  const { shop } = useSession();
  const { code, openedAt, kind, placeName } = rest.container;
  return (
    <div className="flex flex-wrap items-center gap-x-5 gap-y-2">
      <p className="min-w-0 flex-1 basis-72">
        <strong>
          {t(
            '{0} from {1}, which finishes it, then {2} from {3}',
            formatVolume(first?.heldUl ?? 0, shop.units),
            first?.code,
            formatVolume(rest.ul, shop.units),
            code,
          )}
        </strong>
        , {kind}, {placeName}
        {openedAt ? '' : t(', sealed until now')}.
      </p>
      <Button bay onClick={() => set({ restId: null })}>
        {t('Not from two')}
      </Button>
    </div>
  );
}

/** Keeps the mix under its own name, to be found again first among what to mix. */
function KeepMix({ draft, bench }: { draft: BenchDraft; bench: BenchMix }) {
  const { who } = useSession();
  const favourites = useBench((state) => state.favourites[who.personId]);
  const toggle = useBench((state) => state.toggleFavourite);
  const { product, vessel, strength } = bench;
  if (draft.mode !== 'fill' || !product || !vessel || !strength?.ok) return null;
  const by = bench.recipe?.left === false ? bench.recipe : null;
  const name = by
    ? `${by.version.name}, ${by.soil === null ? '' : t(SOIL_NAMES[by.soil])}, ${vessel.name}`
    : `${product.name} ${strengthSaid(strength.value)}, ${vessel.name}`;
  const kept = favourites?.some((f) => f.name === name) ?? false;
  return (
    <button
      type="button"
      aria-pressed={kept}
      className="min-h-12 self-start underline underline-offset-4"
      onClick={() => toggle(who.personId, { name, asked: { ...draft, containerId: null, restId: null } })}
    >
      {kept ? t('Forget this mix') : t('Keep this mix')}
    </button>
  );
}

/** No container of the product is open: open one here, or learn that there is none. */
function OpenOne({ sealed }: { sealed: Container[] }) {
  const { shop } = useSession();
  const opening = useCommand((id: number) => post(`/containers/${id}/openings`, {}));
  const first = sealed.find((c) => c.onHold === null);
  if (sealed.length > 0 && !first) return <p>{t('What there is of it is on hold.')}</p>;
  if (!first) {
    return (
      <p>
        <strong>{t('None of it is in stock.')}</strong>{' '}
        <Link to="/stock/delivery">{t('Book in a delivery')}</Link>
        {t(', or choose another product.')}
      </p>
    );
  }
  return (
    <div>
      <p className="mb-1">{t('None is open.')}</p>
      <Button bay className="w-full" disabled={opening.waiting} onClick={() => opening.run(first.id)}>
        {t('Open {0}, {1}, {2}', first.code, formatVolume(first.heldUl, shop.units), first.placeName)}
      </Button>
      {opening.refusal && <Refusal problem={opening.refusal} />}
    </div>
  );
}
