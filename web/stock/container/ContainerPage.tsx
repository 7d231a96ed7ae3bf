import type { ReactNode } from 'react';
import { Link, useParams } from 'react-router';
import type { Container } from '#contract/equipment.ts';
import { atLeast } from '#contract/roles.ts';
import { CONTAINER_OUTLINES } from '#core/mixing/outlines.ts';
import { formatMoney } from '#core/planning/cost.ts';
import { formatVolume } from '#core/units/formatVolume.ts';
import { useBench } from '../../bench/mix/benchDraft.ts';
import { toPourFrom } from '../../bench/mix/fromBooks.ts';
import { offeredVessel } from '../../bench/mix/offered.ts';
import { LabelButton } from '../../labels/LabelButton.tsx';
import { post } from '../../lib/api.ts';
import { useSession } from '../../lib/session.tsx';
import { shopNow } from '../../lib/shopNow.ts';
import { t } from '../../lib/speech.ts';
import { useShowsProducts } from '../../state/onScreen.ts';
import { containersQuery, productsQuery, rowQuery, vesselsQuery } from '../../state/queries.ts';
import { useAsked } from '../../state/useAsked.ts';
import { useCommand } from '../../state/useCommand.ts';
import { useQuery } from '../../state/useQuery.ts';
import { Button } from '../../ui/Button.tsx';
import { dayInWords, dayOf, shopDay } from '../../ui/dates.ts';
import { EquipmentDrawing } from '../../ui/EquipmentDrawing.tsx';
import type { Needs } from '../../ui/fetched.tsx';
import { Page } from '../../ui/Page.tsx';
import { Refusal, Stop, Watch } from '../../ui/Refusal.tsx';
import { useGo } from '../../ui/useGo.ts';
import { TurnedUp } from '../shelf/Missing.tsx';
import { ContainerActs } from './ContainerActs.tsx';
import { Movements } from './Movements.tsx';

ContainerPage.needs = (({ params: { id } }) => [
  rowQuery<Container>('containers', Number(id)),
]) satisfies Needs;

/** One container: how full it is, what it is, and every movement behind that level. */
export default function ContainerPage() {
  const id = Number(useParams().id);
  const { shop } = useSession();
  const [container] = useAsked(rowQuery<Container>('containers', id));
  useShowsProducts(container.productId);
  const held = formatVolume(container.heldUl, shop.units);
  const old = container.bestBefore !== null && container.bestBefore < dayOf(shopNow(), shop.zone);
  return (
    <Page
      title={`${container.code} ${container.productName}`}
      actions={!container.awayAt && <Actions container={container} />}
    >
      {container.awayAt && (
        <div className="mb-4 flex flex-wrap items-center gap-x-5 gap-y-2">
          <p>
            <strong>{t('Off the shelf')}</strong> {t('since {0}.', shopDay(container.awayAt, shop.zone))}
          </p>
          <TurnedUp id={container.id} code={container.code} />
        </div>
      )}
      {container.onHold && (
        <div className="mb-4">
          <Stop
            reason={t('Lot {0} is on hold: “{1}”.', container.lot, container.onHold.words)}
            remedy={t('Nobody may pour from it until a manager releases the lot.')}
          />
        </div>
      )}
      {old && (
        <div className="mb-4">
          <Watch word={t('Past its best-before.')}>
            {t('It was good until {0}. Its sheet decides.', dayInWords(container.bestBefore ?? ''))}
          </Watch>
        </div>
      )}
      <div className="grid gap-x-13 gap-y-8 lg:grid-cols-[20rem_minmax(0,1fr)]">
        <section aria-label={t('Level')}>
          <EquipmentDrawing
            outline={CONTAINER_OUTLINES[container.kind]}
            brimfulUl={container.sizeUl}
            layers={[{ ul: container.heldUl, of: 'product' }]}
            units={shop.units}
            height={320}
            width={310}
            marks={[{ ul: container.heldUl, figure: held, tone: 'product' }]}
            label={t(
              '{0} holding {1} of {2}',
              t(container.kind),
              held,
              formatVolume(container.sizeUl, shop.units),
            )}
          />
          <dl className="mt-3 border-t border-hairline">
            <Fact name={t('Left, by the books')} value={held} />
            {container.priceMinor !== null && container.heldUl > 0 && (
              <Fact name={t('Worth')} value={formatMoney(container.heldMinor, shop.currency)} />
            )}
            <Fact
              name={t('Size')}
              value={`${formatVolume(container.sizeUl, shop.units)} ${t(container.kind)}`}
            />
            <Fact name={t('Kept in')} value={container.placeName} />
            <Fact
              name={t('Price')}
              value={
                container.priceMinor === null
                  ? t('not known')
                  : formatMoney(container.priceMinor, shop.currency)
              }
            />
            <Fact
              name={t('Lot')}
              value={
                container.lot ? (
                  <Link to={`/stock/lots/${encodeURIComponent(container.lot)}`}>{container.lot}</Link>
                ) : (
                  t('none given')
                )
              }
            />
            <Fact
              name={container.decantedFrom ? t('Decanted') : t('Received')}
              value={shopDay(container.receivedAt, shop.zone)}
            />
            {container.supplier && <Fact name={t('From')} value={container.supplier} />}
            {container.decantedFrom && <Fact name={t('Out of')} value={container.decantedFrom} />}
            {container.bestBefore && (
              <Fact name={t('Best before')} value={dayInWords(container.bestBefore)} />
            )}
            <Fact
              name={t('Opened')}
              value={container.openedAt ? shopDay(container.openedAt, shop.zone) : t('sealed')}
            />
          </dl>
        </section>
        <div>
          {!container.awayAt && <ContainerActs container={container} />}
          <Movements container={container} />
        </div>
      </div>
    </Page>
  );
}

function Fact({ name, value }: { name: string; value: ReactNode }) {
  return (
    <div className="ruled flex justify-between gap-3 border-faint py-1.5">
      <dt className="text-muted">{name}</dt>
      <dd className="reading text-right">{value}</dd>
    </div>
  );
}

function Actions({ container }: { container: Container }) {
  const { who, shop } = useSession();
  const { data: containers = [] } = useQuery(containersQuery);
  const alreadyOpen = containers.find(
    (c) =>
      c.productId === container.productId && c.id !== container.id && c.openedAt !== null && c.heldUl > 0,
  );
  const go = useGo();
  const begin = useBench((state) => state.begin);
  const { data: products = [] } = useQuery(productsQuery);
  const { data: vessels = [] } = useQuery(vesselsQuery);
  const opening = useCommand(() => post(`/containers/${container.id}/openings`, {}));
  const puttingAway = useCommand(
    () => post(`/containers/${container.id}/retirements`, {}),
    () => go('/stock'),
  );
  const pourFrom = () => {
    const product = products.find((p) => p.id === container.productId);
    begin(
      who.personId,
      toPourFrom(container, product, offeredVessel(product ?? null, { vessels, products })),
    );
    go('/bench');
  };
  const error = opening.refusal ?? puttingAway.refusal;
  return (
    <>
      {!container.openedAt && alreadyOpen && (
        <Watch word={t('{0} is open already,', alreadyOpen.code)}>
          {t('with {0} left: first opened, first used.', formatVolume(alreadyOpen.heldUl, shop.units))}
        </Watch>
      )}
      {!container.openedAt && (
        <Button onClick={() => opening.run()}>{alreadyOpen ? t('Open it anyway') : t('Open it')}</Button>
      )}
      <LabelButton of={{ containerId: container.id, code: container.code }}>{t('Label')}</LabelButton>
      {container.openedAt && container.heldUl > 0 && (
        <Button look="main" onClick={pourFrom}>
          {t('Pour from it')}
        </Button>
      )}
      {container.heldUl === 0 && atLeast(who.role, 'lead') && (
        <Button onClick={() => puttingAway.run()}>{t('Put it away, empty')}</Button>
      )}
      {error && <Refusal problem={error} />}
    </>
  );
}
