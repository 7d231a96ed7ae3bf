import { useInfiniteQuery, useMutation } from '@tanstack/react-query';
import { useRef, useState } from 'react';
import { Link } from 'react-router';
import type { Container } from '#contract/equipment.ts';
import type { Movement } from '#contract/ledger.ts';
import { mayTakeBack } from '#core/stock/takeBack.ts';
import { formatVolume } from '#core/units/formatVolume.ts';
import { post } from '../lib/api.ts';
import { shopNow } from '../lib/clock.ts';
import { useSession } from '../lib/session.tsx';
import { t } from '../lib/speech.ts';
import { askAgain, movementsPage } from '../state/queries.ts';
import { Button } from '../ui/Button.tsx';
import { clockTime, shopDay } from '../ui/dates.ts';
import { Refusal } from '../ui/Refusal.tsx';
import { TableFile } from '../ui/TableFile.tsx';
import { CorrectPour } from './CorrectPour.tsx';
import { amendedInWords, KIND_NAMES, reasonInWords } from './movementWords.ts';

/** Everything that ever happened to a container, newest first, each line with a name. */
export function Movements({ container }: { container: Container }) {
  const pages = useInfiniteQuery({
    queryKey: ['movements', container.id],
    queryFn: ({ pageParam }) => movementsPage(container.id, pageParam),
    initialPageParam: null as number | null,
    getNextPageParam: (last) => last.next,
  });
  const undo = useMutation({
    mutationFn: (id: number) => post(`/movements/${id}/reversals`, {}),
    onSettled: () => {
      askAgain('containers');
      askAgain('vessels');
    },
  });
  // It outlives its line, which changes as soon as it is put right: what it says then has to be read.
  const table = useRef<HTMLTableElement>(null);
  const [correcting, setCorrecting] = useState<Movement | null>(null);
  if (pages.error && !pages.data) return <Refusal problem={pages.error} />;
  if (!pages.data) return null;
  const rows = pages.data.pages.flatMap((p) => p.rows);
  return (
    <section aria-label={t('Movements')}>
      <h2 className="mb-2">{t('Movements')}</h2>
      {undo.error && <Refusal problem={undo.error} />}
      <table ref={table} className="w-full border-collapse border-t-2 border-ink">
        <thead>
          <tr className="ruled caps text-left text-muted">
            <th scope="col" className="py-2 pr-3 font-semibold">
              {t('When')}
            </th>
            <th scope="col" className="py-2 pr-3 font-semibold">
              {t('What')}
            </th>
            <th scope="col" className="py-2 pr-3 font-semibold max-sm:hidden">
              {t('Who')}
            </th>
            <th scope="col" className="py-2 text-right font-semibold">
              {t('Change')}
            </th>
            <th scope="col" className="no-print">
              <span className="sr-only">{t('Take back')}</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {rows.map((movement) => (
            <Line
              key={movement.id}
              movement={movement}
              correct={() => setCorrecting(movement)}
              undo={() => undo.mutate(movement.id)}
              busy={undo.isPending}
            />
          ))}
        </tbody>
      </table>
      <TableFile table={table} />
      {correcting && (
        <CorrectPour movement={correcting} container={container} close={() => setCorrecting(null)} />
      )}
      {pages.hasNextPage && (
        <Button
          className="no-print mt-3"
          disabled={pages.isFetchingNextPage}
          onClick={() => void pages.fetchNextPage()}
        >
          {t('Older movements')}
        </Button>
      )}
    </section>
  );
}

function Line(props: { movement: Movement; correct: () => void; undo: () => void; busy: boolean }) {
  const { movement, correct, undo, busy } = props;
  const { shop } = useSession();
  const { kind, at, personName, changeUl, batchCode, vesselName, reversedBy } = movement;
  const { otherCode, toPlace, reason, note } = movement;
  const sign = changeUl > 0 ? '+' : changeUl < 0 ? '−' : '';
  return (
    <tr className={`ruled border-faint align-top ${reversedBy ? 'text-muted' : ''}`}>
      <td className="py-2 pr-3 whitespace-nowrap">
        <span className="reading">{clockTime(at, shop.zone)}</span>
        <span className="block text-[0.9rem] text-muted">{shopDay(at, shop.zone)}</span>
      </td>
      <td className="py-2 pr-3 leading-snug">
        {KIND_NAMES()[kind]}
        {vesselName && ` ${movement.reverses ? t('from') : t('into')} ${vesselName}`}
        {batchCode && <span className="reading whitespace-nowrap"> {batchCode}</span>}
        {otherCode && (
          <>
            {changeUl > 0 ? ` ${t('from')} ` : ` ${t('into')} `}
            <Link className="reading" to={`/c/${otherCode}`}>
              {otherCode}
            </Link>
          </>
        )}
        {toPlace && ` ${t('to {0}', toPlace)}`}
        {reason && `, ${reasonInWords(reason)}`}
        {movement.foundUl > 0 && (
          <span className="block">{t('{0} found in it', formatVolume(movement.foundUl, shop.units))}</span>
        )}
        {movement.bookedAt && (
          <span className="block text-[0.94rem] text-muted">
            {t(
              'booked {0}, {1}',
              clockTime(movement.bookedAt, shop.zone),
              shopDay(movement.bookedAt, shop.zone),
            )}
          </span>
        )}
        {movement.amended &&
          amendedInWords(movement.amended, shop).map((words) => (
            <span key={words} className="block text-[0.94rem]">
              {words}
            </span>
          ))}
        {note && <span className="block text-[0.94rem] text-muted">{note}</span>}
        {reversedBy && <strong className="block">{t('taken back since')}</strong>}
        <span className="block text-[0.9rem] text-muted sm:hidden">{personName}</span>
      </td>
      <td className="py-2 pr-3 max-sm:hidden">{personName}</td>
      <td
        className={`reading py-2 text-right whitespace-nowrap ${reversedBy ? 'line-through' : 'text-product'}`}
      >
        {changeUl === 0 ? '–' : `${sign}${formatVolume(Math.abs(changeUl), shop.units)}`}
      </td>
      <td className="no-print py-1 pl-3 text-right">
        <MayTakeBack movement={movement}>
          <button
            type="button"
            className="min-h-12 px-1 underline underline-offset-4"
            disabled={busy}
            onClick={undo}
          >
            {t('Take back')}
          </button>
          {kind === 'draw' && batchCode && !otherCode && (
            <button
              type="button"
              className="ml-3 min-h-12 px-1 underline underline-offset-4"
              disabled={busy}
              onClick={correct}
            >
              {t('It was another')}
            </button>
          )}
        </MayTakeBack>
      </td>
    </tr>
  );
}

/** Offers what the server allows, by the same rule; what nobody could find turns up at the head of the page. */
function MayTakeBack({ movement, children }: { movement: Movement; children: React.ReactNode }) {
  const { who, shop } = useSession();
  const { kind, reason, at, bookedAt, personId, changeUl, foundUl, reversedBy } = movement;
  const now = shopNow();
  const booked = bookedAt ?? at;
  const may = mayTakeBack(
    {
      kind,
      reason,
      personId,
      bookedMs: new Date(booked).getTime(),
      today: shopDay(booked, shop.zone) === shopDay(now.toISOString(), shop.zone),
      takenBack: reversedBy !== null,
      moved: changeUl !== 0 || foundUl !== 0,
    },
    who,
    now.getTime(),
  );
  return may.ok && reason !== 'lost' ? children : null;
}
