import type { ReactNode, Ref } from 'react';
import type { Vessel } from '#contract/equipment.ts';
import type { Product } from '#contract/products.ts';
import type { Refusal as CoreRefusal } from '#core/outcome.ts';
import { careInWords } from '#core/products/record.ts';
import { formatVolume } from '#core/units/formatVolume.ts';
import { useSession } from '../../lib/session.tsx';
import { t } from '../../lib/speech.ts';
import { Button } from '../../ui/Button.tsx';
import { Refusal, Watch } from '../../ui/Refusal.tsx';
import { type KeptSlip, useBench } from '../mix/benchDraft.ts';
import { RinsedButton } from './RinsedButton.tsx';
import { usePouredWrong } from './usePouredWrong.ts';
import { useUndo } from './useUndo.ts';

/**
 * Where the hand goes to pour, on a phone always above the places: what to put on, and the button, or what stands in its
 * way with what to do.
 *
 * @param props.refused why what was pressed a moment ago is not booked: it is said where the hand is
 */
export function PourPlace(props: {
  product: Product | null;
  refused: CoreRefusal | Error | null;
  children: ReactNode;
}) {
  const { product, refused, children } = props;
  const care = product ? careInWords(product.record.care, t) : '';
  return (
    <div
      data-pour-place
      className="flex flex-col gap-2 bg-ground max-lg:low:static! max-lg:low:p-0! max-lg:fixed max-lg:inset-x-0 max-lg:bottom-(--above-places) max-lg:z-[5] max-lg:border-t max-lg:border-hairline max-lg:px-4 max-lg:py-2 scrolled:flex-row scrolled:flex-wrap scrolled:items-center scrolled:gap-x-3 scrolled:gap-y-0.5 scrolled:py-1 scrolled:text-sm scrolled:*:flex-1 scrolled:*:basis-[55%] scrolled:[&>:not(button)]:text-sm scrolled:*:leading-tight between:in-[.pour-row]:contents between:*:col-start-2"
    >
      {care && (
        <p className="leading-tight between:col-span-full! between:-order-1 scrolled:basis-[28%]! scrolled:[&:has(+[data-poured])]:basis-[40%]! scrolled:[&:has(+[role=alert])]:basis-full!">
          <span className="caps text-muted">{t('Wear:')} </span>
          <strong>{care}</strong>
        </p>
      )}
      <Refusal problem={refused} />
      {children}
    </div>
  );
}

/** What was poured a moment ago and not taken back, until somebody goes on to something else. */
export function useJustPoured(): { poured: KeptSlip | null; again: () => void } {
  const { who } = useSession();
  const slips = useBench((state) => state.slips[who.personId]);
  const movementId = useBench((state) => state.poured[who.personId]);
  const forget = useBench((state) => state.forgetPoured);
  const poured = slips?.find((s) => s.movementId === movementId && !s.undone) ?? null;
  return { poured, again: () => forget(who.personId) };
}

/** What stands in the way until a vessel was rinsed. */
const RINSED_FIRST = /^(safety\.(gas|unknown)|vessel\.occupied|leftover\.different)/;

/** A no in the place of the button: nothing can be poured before what it says is done. */
export function InTheWay(props: { refusal: CoreRefusal; vessel: Vessel | null; children?: ReactNode }) {
  const { refusal, vessel, children } = props;
  const rinse = refusal.at === '/vesselId' && RINSED_FIRST.test(refusal.code);
  return (
    <>
      <Refusal problem={refusal} />
      {vessel && rinse && <RinsedButton vessel={vessel} />}
      {children}
    </>
  );
}

/** What was poured a moment ago, in the place of the button: another one is a button of its own. */
export function JustPoured({ slip, again }: { slip: KeptSlip; again: () => void }) {
  const { shop } = useSession();
  const undo = useUndo(slip.movementId);
  const wrong = usePouredWrong(slip);
  return (
    <>
      <p data-poured className="leading-tight between:col-span-full! between:-order-1 scrolled:basis-[45%]!">
        <strong>
          {t('Poured')}{' '}
          <span className="reading text-product">{formatVolume(slip.productUl, shop.units)}</span>{' '}
          {t('from {0}{1}.', slip.containerCode, slip.rest && ` ${t('and {0}', slip.rest.containerCode)}`)}
        </strong>{' '}
        <span className="reading">{formatVolume((slip.rest ?? slip).leftUl, shop.units)}</span> {t('left.')}
      </p>
      <div className={`grid gap-3 scrolled:basis-full! ${wrong ? 'grid-cols-3' : 'grid-cols-2'}`}>
        <Button bay className="px-2 leading-tight" disabled={undo.waiting} onClick={() => undo.run()}>
          {t('Undo')}
        </Button>
        {wrong && (
          <Button bay className="px-2 leading-tight" disabled={wrong.waiting} onClick={() => wrong.run()}>
            {t('Poured wrong')}
          </Button>
        )}
        <Button bay className="px-2 leading-tight" onClick={again}>
          {t('Pour another')}
        </Button>
      </div>
      {undo.refusal && <Refusal problem={undo.refusal} />}
      {wrong?.refusal && <Refusal problem={wrong.refusal} />}
    </>
  );
}

/** A pour was sent and nothing came back: it is sent again under its own key. */
export function NoAnswerYet({ sendAgain }: { sendAgain: () => void }) {
  return (
    <>
      <Watch word={t('No answer yet.')}>
        {t('Your last pour was sent, but nothing came back. However often you send it, it is booked once.')}
      </Watch>
      <Button look="main" bay className="w-full" onClick={sendAgain}>
        {t('Send it again')}
      </Button>
    </>
  );
}

/** The button itself; where by the books some of the product is in there, it says so and offers to top it up. */
export function PourButton(props: {
  words: string;
  vessel: Vessel | null;
  disabled: boolean;
  onClick: () => void;
  topUp: (() => void) | null;
  ref?: Ref<HTMLButtonElement>;
}) {
  const { words, vessel, disabled, onClick, topUp, ref } = props;
  const { shop } = useSession();
  const holds = topUp ? vessel?.holds : null;
  return (
    <>
      {holds && (
        // The button says that it is not empty; by whom, and how much, has room where the page has not been scrolled and
        // nothing else is said.
        <div className="between:col-span-full! between:-order-1 scrolled:hidden [[role=alert]~&]:hidden">
          <Watch word={t('Not empty by the books.')}>
            {t(
              '{0} of it in there, by {1} ({2}).',
              formatVolume(holds.ul, shop.units),
              holds.personName,
              holds.code,
            )}
          </Watch>
        </div>
      )}
      <div
        className={
          holds
            ? 'grid grid-cols-[2fr_1fr] gap-3 between:grid-cols-[5fr_3fr] between:gap-2 scrolled:gap-2'
            : ''
        }
      >
        <Button
          ref={ref}
          look="main"
          bay
          className={`w-full text-balance leading-tight scrolled:px-2! ${holds ? 'between:px-2! between:text-base! scrolled:text-base!' : ''}`}
          disabled={disabled}
          onClick={onClick}
          aria-keyshortcuts="Control+Enter"
        >
          {holds && !disabled ? t('It was used up. {0}', words) : words}
        </Button>
        {holds && topUp && (
          <Button
            bay
            className="px-2 leading-tight between:text-base! scrolled:px-1! scrolled:text-base!"
            onClick={topUp}
          >
            {t('Top it up')}
          </Button>
        )}
      </div>
    </>
  );
}
