import { Link, useParams } from 'react-router';
import type { Visit } from '#contract/jobs.ts';
import { formatMoney } from '#core/planning/cost.ts';
import { TREATMENT_NAMES } from '#core/planning/intervals.ts';
import { METHOD_NAMES } from '#core/planning/methods.ts';
import { STEP_NAMES } from '#core/planning/steps.ts';
import { OUTCOME_NAMES } from '#core/recipes/outcomes.ts';
import { BODY_NAMES } from '#core/soil/bodies.ts';
import { formatPercent } from '#core/strength/formatStrength.ts';
import type { Fraction } from '#core/strength/strength.ts';
import { useSession } from '../lib/session.tsx';
import { shopNow } from '../lib/shopNow.ts';
import { t } from '../lib/speech.ts';
import { PhotoStrip } from '../photos/PhotoStrip.tsx';
import { Photos } from '../photos/Photos.tsx';
import { asShown } from '../photos/usePhotos.ts';
import { DueHere } from '../plan/DueHere.tsx';
import { JOB_STATES } from '../plan/JobHere.tsx';
import { vehicleQuery } from '../state/queries.ts';
import { useAsked } from '../state/useAsked.ts';
import { ButtonLink } from '../ui/Button.tsx';
import { dayInWords, dayOf } from '../ui/dates.ts';
import type { Needs } from '../ui/fetched.tsx';
import { Page } from '../ui/Page.tsx';
import { ForCustomer } from './ForCustomer.tsx';

VehiclePage.needs = (({ params: { id = '' } }) => [vehicleQuery(Number(id))]) satisfies Needs;

/** A vehicle: what was done when, with what strength, what came of it, what it cost, and what is due. */
export default function VehiclePage() {
  const { id = '' } = useParams();
  const [vehicle] = useAsked(vehicleQuery(Number(id)));
  const { shop } = useSession();
  const today = dayOf(shopNow(), shop.zone);
  const waiting = vehicle.visits.find((v) => v.state === 'waits');
  const done = vehicle.visits.filter((v) => v.state === 'done');
  return (
    <Page
      title={vehicle.name}
      actions={
        <ButtonLink to={waiting ? `/plan?job=${waiting.jobId}` : '/plan'}>
          {waiting ? t('Its plan') : t('Plan a vehicle')}
        </ButtonLink>
      }
    >
      <p className="-mt-3 mb-5 text-muted">
        {[
          vehicle.said.body && t(BODY_NAMES[vehicle.said.body]),
          done.length === 1 ? t('1 visit') : t('{0} visits', done.length),
          vehicle.lastDay && t('last {0}', dayInWords(vehicle.lastDay)),
        ]
          .filter(Boolean)
          .join(', ')}
      </p>
      <div className="grid grid-cols-[minmax(0,1fr)] items-start gap-x-13 gap-y-8 xl:grid-cols-[minmax(0,1.6fr)_minmax(0,1fr)]">
        <section aria-label={t('Visits')}>
          <h2 className="border-b-2 border-ink pb-1">{t('Visits')}</h2>
          {vehicle.visits.map((visit, i) => (
            <VisitHere key={visit.jobId} visit={visit} name={vehicle.name} newest={i === 0} />
          ))}
        </section>
        <DueHere treated={vehicle.treated} today={today} />
      </div>
    </Page>
  );
}

function VisitHere({ visit, name, newest }: { visit: Visit; name: string; newest: boolean }) {
  const { shop } = useSession();
  const { run, treatments } = visit;
  return (
    <article className="ruled border-faint py-3">
      <div className="flex flex-wrap items-baseline justify-between gap-x-4">
        <h3 className="text-[1.2rem]">{dayInWords(visit.day)}</h3>
        <span className="text-muted">
          {[JOB_STATES()[visit.state], visit.placeName, visit.personName].filter(Boolean).join(', ')}
        </span>
      </div>
      <p>
        {[
          run && t(METHOD_NAMES[run.method]),
          run?.finishedAt &&
            t('{0} min', Math.round((Date.parse(run.finishedAt) - Date.parse(run.startedAt)) / 60_000)),
          visit.productMinor !== null && t('{0} of product', formatMoney(visit.productMinor, shop.currency)),
          visit.priceMinor !== null && t('price {0}', formatMoney(visit.priceMinor, shop.currency)),
        ]
          .filter(Boolean)
          .join(', ')}
      </p>
      {treatments.length > 0 && <p>{treatments.map((k) => t(TREATMENT_NAMES[k])).join(', ')}</p>}
      {run && run.laid.length > 0 && (
        <ul className="mt-1">
          {run.laid.map((l) => (
            <li key={`${l.kind} ${l.product} ${l.fraction}`} className="flex flex-wrap gap-x-3 leading-snug">
              <span className="min-w-0 flex-1">
                {t(STEP_NAMES[l.kind])}: <strong>{l.product}</strong>
                {l.batch && `, ${l.batch}`}
                {l.failed === 1 && `, ${t('not clean the first time')}`}
                {l.failed > 1 && `, ${t('not clean {0} times', l.failed)}`}
              </span>
              <span className="reading text-product">
                {l.fraction >= 1 ? t('neat') : formatPercent(l.fraction as Fraction)}
              </span>
            </li>
          ))}
        </ul>
      )}
      {run?.outcomes.map((o) => (
        <p key={`${o.name} ${o.kind}`}>
          {o.name}: {t(OUTCOME_NAMES[o.kind])}
        </p>
      ))}
      {[visit.note, ...(run?.notes ?? [])].filter(Boolean).map((note) => (
        <p key={note} className="text-muted">
          {note}
        </p>
      ))}
      {newest ? (
        <div className="mt-4">
          <Photos jobId={visit.jobId} vehicle={name} camera={false} heading="h3" />
        </div>
      ) : (
        <PhotoStrip photos={visit.photos.map(asShown)} vehicle={name} />
      )}
      <div className="no-print flex flex-wrap items-center gap-x-5">
        {run && (
          <Link className="flex min-h-12 items-center" to={`/run/${run.key}`}>
            {run.finishedAt === null ? t('It is being done: go there') : t('How it went')}
          </Link>
        )}
        <Link className="flex min-h-12 items-center" to={`/plan?job=${visit.jobId}`}>
          {t('Its plan')}
        </Link>
        {visit.state === 'done' && <ForCustomer visit={visit} name={name} />}
      </div>
    </article>
  );
}
