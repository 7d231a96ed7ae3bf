import { useInfiniteQuery } from '@tanstack/react-query';
import { type ReactNode, useState } from 'react';
import { Link } from 'react-router';
import type { Container } from '#contract/equipment.ts';
import type { Movement } from '#contract/ledger.ts';
import type { Shop } from '#contract/shop.ts';
import { MOVEMENT_KIND_NAMES } from '#contract/stock.ts';
import { mayTakeBack } from '#core/stock/takeBack.ts';
import { formatVolume } from '#core/units/formatVolume.ts';
import { post } from '../../lib/api.ts';
import { useSession } from '../../lib/session.tsx';
import { shopNow } from '../../lib/shopNow.ts';
import { t } from '../../lib/speech.ts';
import { movementsPage } from '../../state/queries.ts';
import { useCommand } from '../../state/useCommand.ts';
import { Button } from '../../ui/Button.tsx';
import { changeInWords, volumeColumn, whenColumn } from '../../ui/columns.tsx';
import { shopDay, timeOfDay } from '../../ui/dates.ts';
import { Refusal } from '../../ui/Refusal.tsx';
import { Table } from '../../ui/Table.tsx';
import type { TableColumn } from '../../ui/tableColumn.ts';
import { amendedInWords, reasonInWords } from '../movements/movementWords.ts';
import { CorrectPour } from './CorrectPour.tsx';

/** Everything that ever happened to a container, newest first, each line with a name. */
export function Movements({ container }: { container: Container }) {
  const pages = useInfiniteQuery({
    queryKey: ['movements', container.id],
    queryFn: ({ pageParam }) => movementsPage(container.id, pageParam),
    initialPageParam: null as number | null,
    getNextPageParam: (last) => last.next,
  });
  const { shop } = useSession();
  const undo = useCommand((id: number) => post(`/movements/${id}/reversals`, {}));
  // It outlives its line, which changes as soon as it is put right: what it says then has to be read.
  const [correcting, setCorrecting] = useState<Movement | null>(null);
  if (pages.error && !pages.data) return <Refusal problem={pages.error} />;
  if (!pages.data) return null;
  const rows = pages.data.pages.flatMap((p) => p.rows);
  return (
    <section aria-label={t('Movements')}>
      <h2 className="mb-2">{t('Movements')}</h2>
      {undo.refusal && <Refusal problem={undo.refusal} />}
      <Table
        rows={rows}
        keyOf={(movement) => movement.id}
        onPhone="stacks"
        faded={(movement) => movement.reversedBy !== null}
        columns={columnsOf(shop, (movement) => (
          <MayTakeBack movement={movement}>
            <span className="block whitespace-nowrap sm:-my-3">
              <button
                type="button"
                className="min-h-12 underline underline-offset-4"
                disabled={undo.waiting}
                onClick={() => undo.run(movement.id)}
              >
                {t('Take back')}
              </button>
              {movement.kind === 'pour' && movement.batchCode && !movement.otherCode && (
                <button
                  type="button"
                  className="ml-5 min-h-12 underline underline-offset-4"
                  disabled={undo.waiting}
                  onClick={() => setCorrecting(movement)}
                >
                  {t('Wrong container')}
                </button>
              )}
            </span>
          </MayTakeBack>
        ))}
      />
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

function columnsOf(shop: Shop, acts: (movement: Movement) => ReactNode): TableColumn<Movement>[] {
  return [
    whenColumn(shop, ({ at }) => at, {
      show: ({ at }) => (
        <span className="whitespace-nowrap">
          <span className="reading">{timeOfDay(at, shop.zone)}</span>{' '}
          <span className="text-[0.9rem] text-muted sm:block">{shopDay(at, shop.zone)}</span>
        </span>
      ),
    }),
    {
      name: t('What'),
      value: ({ kind }) => t(MOVEMENT_KIND_NAMES[kind]),
      show: (m) => <What movement={m} />,
    },
    { name: t('Who'), desk: true, value: ({ personName }) => personName },
    volumeColumn(t('Change'), shop, ({ changeUl }) => changeUl, {
      show: ({ changeUl, reversedBy }) => (
        <span className={reversedBy ? 'line-through' : 'text-product'}>{changeInWords(changeUl, shop)}</span>
      ),
    }),
    { name: '', screenOnly: true, show: acts },
  ];
}

function What({ movement }: { movement: Movement }) {
  const { shop } = useSession();
  const { kind, personName, changeUl, batchCode, vesselName, reversedBy, bookedAt, amended } = movement;
  const { otherCode, toPlace, reason, note } = movement;
  return (
    <>
      {t(MOVEMENT_KIND_NAMES[kind])}
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
      {bookedAt && (
        <span className="block text-[0.94rem] text-muted">
          {t('booked {0}, {1}', timeOfDay(bookedAt, shop.zone), shopDay(bookedAt, shop.zone))}
        </span>
      )}
      {amended &&
        amendedInWords(amended, shop).map((words) => (
          <span key={words} className="block text-[0.94rem]">
            {words}
          </span>
        ))}
      {note && <span className="block text-[0.94rem] text-muted">{note}</span>}
      {reversedBy && <strong className="block">{t('taken back since')}</strong>}
      <span className="block text-[0.9rem] text-muted sm:hidden">{personName}</span>
    </>
  );
}

/** Offers what the server allows, by the same rule; what nobody could find turns up at the head of the page. */
function MayTakeBack({ movement, children }: { movement: Movement; children: ReactNode }) {
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
