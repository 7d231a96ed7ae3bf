import { useState } from 'react';
import { useParams } from 'react-router';
import { type Count, type CountLine, METHOD_NAMES } from '#contract/counts.ts';
import { formatVolume } from '#core/units/formatVolume.ts';
import { post } from '../../lib/api.ts';
import { useSession } from '../../lib/session.tsx';
import { t } from '../../lib/speech.ts';
import { countQuery, instrumentsQuery, queryClient } from '../../state/queries.ts';
import { useAsked } from '../../state/useAsked.ts';
import { useCommand } from '../../state/useCommand.ts';
import { Button, ButtonLink } from '../../ui/Button.tsx';
import { shopDay, timeOfDay } from '../../ui/dates.ts';
import type { Needs } from '../../ui/fetched.tsx';
import { Page } from '../../ui/Page.tsx';
import { Refusal, Watch } from '../../ui/Refusal.tsx';
import { CloseCount } from './CloseCount.tsx';
import { CountOne } from './CountOne.tsx';
import { Stray } from './Stray.tsx';

const keep = (count: Count) => {
  queryClient.setQueryData(countQuery(count.id).queryKey, count);
};

// The scale stands above what is typed: it is there before, or it would move the form under a finger.
CountSheet.needs = (({ params: { id } }) => [countQuery(Number(id)), instrumentsQuery]) satisfies Needs;

/** The sheet of one place: made for a phone in one hand. It can be left at any time and gone on with by anyone. */
export default function CountSheet() {
  const [count] = useAsked(countQuery(Number(useParams().id)));
  const { shop } = useSession();
  const [chosen, setChosen] = useState<number | null>(null);
  const open = count.state === 'open';
  const left = count.lines.filter((l) => !l.seen);
  const compared = count.comparedAt !== null;
  const compare = useCommand(
    () => post<Count>(`/counts/${count.id}/comparisons`, {}),
    (after) => {
      keep(after);
      setChosen(null);
    },
  );
  const drop = useCommand(() => post<Count>(`/counts/${count.id}/drops`, {}), keep);
  const counted = (after: Count, line: CountLine) => {
    keep(after);
    // On to the next one that nobody has looked at.
    const at = after.lines.findIndex((l) => l.id === line.id);
    const next = [...after.lines.slice(at + 1), ...after.lines.slice(0, at)].find((l) => !l.seen);
    setChosen(compared ? null : (next?.id ?? null));
  };
  const done = count.lines.length - left.length;
  return (
    <Page
      title={t('{0}, count {1}', count.placeName, count.code)}
      actions={<ButtonLink to="/stock/counts">{t('All counts')}</ButtonLink>}
    >
      <div className="max-w-4xl">
        <p className="mb-4">
          {open
            ? t(
                '{0} of {1} looked at. {2}',
                done,
                count.lines.length,
                count.blind && !compared ? t('What the books say is shown at the end.') : '',
              )
            : `${count.state === 'closed' ? t('Closed') : t('Discarded')}${count.closedBy ? ` ${t('by {0}', count.closedBy)}` : ''}${
                count.closedAt
                  ? `, ${shopDay(count.closedAt, shop.zone)} ${timeOfDay(count.closedAt, shop.zone)}`
                  : ''
              }.`}
        </p>
        {count.lines.length === 0 && <p>{t('Nothing stands here by the books.')}</p>}
        <ol className="border-t-2 border-ink">
          {count.lines.map((line) => (
            <li key={line.id} className="ruled border-faint">
              <SheetLine
                line={line}
                choose={open ? () => setChosen(chosen === line.id ? null : line.id) : null}
                chosen={chosen === line.id}
              />
              {chosen === line.id && open && (
                <CountOne count={count} line={line} done={(after) => counted(after, line)} />
              )}
            </li>
          ))}
        </ol>
        {open && (
          <div className="mt-5">
            <Stray
              count={count}
              put={(after, id) => {
                keep(after);
                setChosen(id);
              }}
            />
          </div>
        )}
        {open && compared && <CloseCount count={count} keep={keep} />}
        {open && (
          <footer className="mt-5 flex flex-col gap-3">
            {compare.refusal && <Refusal problem={compare.refusal} />}
            {drop.refusal && <Refusal problem={drop.refusal} />}
            {!compared && left.length > 0 && done > 0 && (
              <p>
                {t(
                  '{0} not looked at and {1} as the books have {2}.',
                  left.length === 1 ? t('One was') : t('{0} were', left.length),
                  left.length === 1 ? t('stays') : t('stay'),
                  left.length === 1 ? t('it') : t('them'),
                )}
              </p>
            )}
            <div className="flex flex-wrap gap-3">
              {!compared && (
                <Button
                  look={left.length === 0 ? 'main' : 'plain'}
                  bay
                  disabled={done === 0 || compare.waiting}
                  onClick={() => compare.run()}
                >
                  {t('Compare with the books')}
                </Button>
              )}
            </div>
            <DropCount looked={done} drop={() => drop.run()} busy={drop.waiting} />
          </footer>
        )}
      </div>
    </Page>
  );
}

/** Giving a count up asks once: what was looked at is lost, and a blind count is blind no more. */
function DropCount({ looked, drop, busy }: { looked: number; drop: () => void; busy: boolean }) {
  const [asks, setAsks] = useState(false);
  if (!asks) {
    return (
      <button
        type="button"
        className="mt-8 min-h-12 self-start underline underline-offset-4"
        onClick={() => (looked === 0 ? drop() : setAsks(true))}
      >
        {t('Discard this count')}
      </button>
    );
  }
  return (
    <div className="mt-8 flex flex-col gap-3 border-t border-hairline pt-3">
      <Watch word={t('This can’t be undone.')}>
        {t(
          'What was looked at in {0} {1} is lost; nothing of it is booked.',
          looked,
          looked === 1 ? t('container') : t('containers'),
        )}
      </Watch>
      <div className="flex flex-wrap gap-3">
        <Button bay onClick={() => setAsks(false)}>
          {t('Keep it')}
        </Button>
        <Button bay disabled={busy} onClick={drop}>
          {t('Yes, discard it')}
        </Button>
      </div>
    </div>
  );
}

function SheetLine(props: { line: CountLine; choose: (() => void) | null; chosen: boolean }) {
  const { line, choose, chosen } = props;
  const { shop } = useSession();
  const { seen } = line;
  const difference = seen?.difference;
  const inside = (
    <>
      <span className="min-w-0">
        <span className="block text-lg leading-tight">
          <span className="reading font-bold">{line.code}</span> {line.productName}
        </span>
        <span className="block text-muted">
          {formatVolume(line.sizeUl, shop.units)} {t(line.kind)}
          {line.lot && t(', lot {0}', line.lot)}
          {!line.openedAt && t(', sealed')}
        </span>
      </span>
      <span className="shrink-0 text-right">
        {seen ? (
          <>
            <span className="reading block text-[1.3rem] text-product">
              {formatVolume(seen.ul, shop.units)}
            </span>
            <span className="block text-[0.94rem] text-muted">
              {t(METHOD_NAMES[seen.method])}
              {seen.withinUl > 0 && `, ± ${formatVolume(seen.withinUl, shop.units)}`}
            </span>
          </>
        ) : (
          <span className="text-muted">{t('not yet')}</span>
        )}
        {line.bookUl !== null && (
          <span className="block text-[0.94rem]">
            {t('books {0}', formatVolume(line.bookUl, shop.units))}
            {difference && <strong className="block">{differenceInWords(difference, shop.units)}</strong>}
          </span>
        )}
      </span>
    </>
  );
  const row = 'flex min-h-18 w-full items-center justify-between gap-3 py-2 text-left';
  if (!choose) return <div className={row}>{inside}</div>;
  return (
    <button type="button" className={row} aria-expanded={chosen} onClick={choose}>
      {inside}
    </button>
  );
}

function differenceInWords(
  { ul, beyond }: { ul: number; beyond: boolean },
  units: Parameters<typeof formatVolume>[1],
): string {
  if (!beyond) return t('agrees, as near as can be told');
  return `${formatVolume(Math.abs(ul), units)} ${ul > 0 ? 'more' : 'missing'}`;
}
