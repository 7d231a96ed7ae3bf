import { useState } from 'react';
import { useParams } from 'react-router';
import type { Line, LineCheck, Tip } from '#contract/dispensers.ts';
import { atLeast } from '#contract/roles.ts';
import { bandOfLine, lineFit, targetOf } from '#core/delivery/lineFit.ts';
import { streaksIfStrong } from '#core/delivery/mayDispense.ts';
import { ratioOfTip } from '#core/delivery/meteringTip.ts';
import { formatVolume } from '#core/units/formatVolume.ts';
import { parseVolume } from '#core/units/parseVolume.ts';
import { post } from '../../lib/api.ts';
import { useSession } from '../../lib/session.tsx';
import { said, spoken, strengthSaid, t } from '../../lib/speech.ts';
import { useShowsProducts } from '../../state/onScreen.ts';
import { changeoversQuery, checksQuery, lineQuery, productsQuery, tipsQuery } from '../../state/queries.ts';
import { useAsked } from '../../state/useAsked.ts';
import { useCommand } from '../../state/useCommand.ts';
import { useQuery } from '../../state/useQuery.ts';
import { Button, ButtonLink } from '../../ui/Button.tsx';
import { shopDay } from '../../ui/dates.ts';
import type { Needs } from '../../ui/fetched.tsx';
import { fetchedChart } from '../../ui/fetchedChart.tsx';
import { TypedField } from '../../ui/Labelled.tsx';
import { Page } from '../../ui/Page.tsx';
import { Refusal, Stop, Watch, wrongIn } from '../../ui/Refusal.tsx';
import { Table } from '../../ui/Table.tsx';
import { History } from './History.tsx';
import { holeColumn } from './holeColumn.ts';
import { LineSettings } from './LineSettings.tsx';
import { checkInWords, dueInWords, ratioInWords } from './lineWords.ts';

const TipChart = fetchedChart(() => import('./TipChart.tsx'));

LinePage.needs = (({ params: { id } }) => [
  lineQuery(Number(id)),
  checksQuery(Number(id)),
  changeoversQuery(Number(id)),
  tipsQuery,
  productsQuery,
]) satisfies Needs;

/** One line of a dispenser: what it gives, whether that can be relied on, and which tip would be right. */
export default function LinePage() {
  const { id } = useParams();
  const { who } = useSession();
  const [line] = useAsked(lineQuery(Number(id)));
  useShowsProducts(line.pail?.productId);
  const lead = atLeast(who.role, 'lead');
  return (
    <Page
      title={`${line.code}, ${line.name}${line.retired ? t(', out of use') : ''}`}
      actions={
        lead && (
          <>
            {line.pail && (
              <ButtonLink look="main" to={`/rigs/lines/${line.id}/verify`}>
                {t('Verify it')}
              </ButtonLink>
            )}
            <ButtonLink to={`/rigs/lines/${line.id}/change`}>
              {line.pail ? t('Change over') : t('Connect a pail')}
            </ButtonLink>
          </>
        )
      }
    >
      <div className="grid gap-x-13 gap-y-8 lg:grid-cols-2">
        <div className="flex min-w-0 flex-col gap-8">
          <Gives line={line} />
          <History line={line} lead={lead} />
          {atLeast(who.role, 'manager') && <LineSettings key={line.id} line={line} />}
        </div>
        <div className="flex min-w-0 flex-col gap-8">
          <TipsOf line={line} />
          {line.pail && <Prime line={line} />}
          <WhatItNeeds line={line} />
        </div>
      </div>
    </Page>
  );
}

function Gives({ line }: { line: Line }) {
  const { shop } = useSession();
  const { data: products = [] } = useQuery(productsQuery);
  const { pail, tip, check, target } = line;
  const product = products.find((p) => p.id === pail?.productId);
  if (!pail || !tip) {
    return (
      <section aria-label={t('What it gives')}>
        <p>
          {t(
            'No pail is connected to {0} yet. Match one to it and fit a tip, then verify what it gives.',
            line.name,
          )}
        </p>
      </section>
    );
  }
  const due = dueInWords(line);
  return (
    <section aria-label={t('What it gives')}>
      <h2 className="mb-2">{t('What it gives')}</h2>
      <p className="reading text-[3.6rem] leading-none text-product" data-testid="line-ratio">
        {check ? ratioInWords(check.ratio) : '–'}
      </p>
      <p className="mt-1">
        {check
          ? `${checkInWords(check)}, ${check.personName}, ${shopDay(check.at, shop.zone)}.`
          : t('Nobody has measured it.')}
      </p>
      <p className="mt-3">
        {t('{0} from', pail.productName)} <span className="reading">{pail.code}</span>
        {t(
          ', {0} left, through the tip “{1}”, {2} mm{3}.',
          formatVolume(pail.heldUl, shop.units),
          tip.name,
          tip.diameterMm,
          target && t(', meant to give {0}', strengthSaid(target)),
        )}
      </p>
      <div className="mt-3 flex flex-col gap-3">
        {check && <VerdictWords check={check} />}
        {due && (
          <Watch word={due}>
            {line.due === 'never' ? t('Nobody fills from it until it is.') : t('Verify it before long.')}
          </Watch>
        )}
        {product && streaksIfStrong(product.record) && (
          <Watch word={t('Glass cleaner streaks where it is too strong.')}>
            {t('Keep the line on the weak side of its label.')}
          </Watch>
        )}
      </div>
    </section>
  );
}

/** What to do with the line by its last verification, and where to look. */
export function VerdictWords({ check: { verdict } }: { check: Pick<LineCheck, 'verdict'> }) {
  const { suspects } = verdict;
  const [words, remedy] = spoken().words.verdict(verdict);
  if (verdict.verdict === 'use') {
    return (
      <p>
        <strong>{words}</strong> {remedy}
      </p>
    );
  }
  if (verdict.verdict === 'retip') return <Watch word={words}>{remedy}</Watch>;
  return (
    <div>
      <Stop reason={words} remedy={remedy} />
      <ol className="mt-2 list-decimal pl-8">
        {suspects.map((s) => (
          <li key={s}>{spoken().words.suspect[s]}</li>
        ))}
      </ol>
    </div>
  );
}

/** The tips at hand, what each gives or would give, and the one to fit. */
function TipsOf({ line }: { line: Line }) {
  const { data: allTips = [] } = useQuery(tipsQuery);
  const { data: checks = [] } = useQuery(checksQuery(line.id));
  const { data: products = [] } = useQuery(productsQuery);
  const product = products.find((p) => p.id === line.pail?.productId) ?? null;
  const tips = allTips.filter((t) => t.deviceId === line.deviceId);
  const target = targetOf(line);
  const fit = lineFit(line.pail?.productId ?? null, checks, tips, target, bandOfLine(product, target));
  if (!line.pail || !fit) return null;
  const { recommended } = fit;
  const best = recommended?.ok ? recommended.value.tip : null;
  return (
    <section aria-label={t('Tips')}>
      <h2 className="mb-2">{t('Which tip')}</h2>
      <TipChart fit={fit} tips={tips} targetRatio={target ? 1 / target - 1 : null} />
      <p className="mt-3 mb-4">
        {recommended?.ok ? (
          <>
            <strong>
              {best?.id === line.tip?.id
                ? t('“{0}” is the right tip.', best?.name)
                : t('Fit “{0}”, {1} mm.', best?.name, best?.diameterMm)}
            </strong>{' '}
            {t(
              'It {0} {1}, {2} to {3}.',
              fit.measured.some((m) => m.tipId === best?.id) ? t('gave') : t('should give'),
              ratioInWords(recommended.value.gives.ratio),
              ratioInWords(recommended.value.gives.from),
              ratioInWords(recommended.value.gives.to),
            )}
          </>
        ) : (
          recommended && (
            <>
              <strong>{said(recommended).reason}</strong> {said(recommended).remedy}
            </>
          )
        )}{' '}
        <span className="text-muted">{slopeInWords(fit)}</span>
      </p>
      <Table
        rows={tips}
        keyOf={(tip) => tip.id}
        empty={t('No tips on record.')}
        columns={[
          { name: t('Tip'), value: (tip) => tip.name },
          holeColumn(),
          { name: t('Gives'), value: (tip) => tipGives(tip, fit) },
          { name: '', show: (tip) => tip.id === line.tip?.id && t('fitted') },
        ]}
      />
    </section>
  );
}

function tipGives(tip: Tip, fit: NonNullable<ReturnType<typeof lineFit>>): string {
  const measured = fit.measured.find((m) => m.tipId === tip.id);
  if (measured) return t('{0}, measured', ratioInWords(measured.ratio));
  const gives = ratioOfTip(fit.fit, tip.diameterMm);
  return gives.ok ? t('about {0}', ratioInWords(gives.value.ratio)) : t('too far from those measured');
}

function slopeInWords({ fit, raw, measured }: NonNullable<ReturnType<typeof lineFit>>): string {
  const n = Number(fit.slope.toPrecision(4));
  if (measured.length === 1) return t('One tip was measured: the others follow as the square of the hole.');
  return raw === null
    ? t('By {0} tips: the ratio falls as the hole to the power {1}.', measured.length, n)
    : t('The two tips measured slope by {0}; held to 2, as venturis do, {1}.', Number(raw.toPrecision(5)), n);
}

/** What ran through before the line was full of product: thrown away, and booked. */
function Prime({ line }: { line: Line }) {
  const { shop } = useSession();
  const [text, setText] = useState('');
  const ul = parseVolume(text, { system: shop.units, field: t('Product thrown away') });
  const priming = useCommand(
    () => post<{ movementId: number }>(`/lines/${line.id}/primings`, { productUl: ul.ok ? ul.value : 0 }),
    () => setText(''),
  );
  const booked = priming.answer;
  const undo = useCommand(
    (id: number) => post(`/movements/${id}/reversals`, {}),
    () => priming.forget(),
  );
  return (
    <section aria-label={t('Prime it')} className="max-w-md">
      <h2 className="mb-2">{t('Prime it')}</h2>
      <p className="mb-3">
        {t('Run it until product comes without bubbles, and book what went down the drain.')}
      </p>
      <div className="flex items-start gap-3">
        <TypedField
          label={t('Product thrown away')}
          value={text}
          placeholder={t('such as 40 ml')}
          error={wrongIn(text, ul)}
          onChange={(e) => setText(e.target.value)}
        />
        <Button className="mt-6 shrink-0" disabled={!ul.ok || priming.waiting} onClick={() => priming.run()}>
          {t('Book it as waste')}
        </Button>
      </div>
      {priming.refusal && <Refusal problem={priming.refusal} />}
      {booked && (
        <p role="status" className="mt-2">
          {t('Booked.')}{' '}
          <button
            type="button"
            className="min-h-12 underline underline-offset-4"
            onClick={() => undo.run(booked.movementId)}
          >
            {t('Undo')}
          </button>
        </p>
      )}
      {undo.refusal && <Refusal problem={undo.refusal} />}
    </section>
  );
}

/** What a line needs to give the same tomorrow. */
function WhatItNeeds({ line }: { line: Line }) {
  return (
    <section aria-label={t('What it needs')}>
      <h2 className="mb-2">{t('What it needs')}</h2>
      <ul className="list-disc pl-5">
        {!line.footValve && (
          <li>
            <strong>{t('A foot valve, which it has not:')}</strong>{' '}
            {t('without one product drains back and the first fill is weak.')}
          </li>
        )}
        {line.footValve && <li>{t('Its foot valve clean, so that product does not drain back.')}</li>}
        <li>{t('A weight that keeps the hose at the bottom of the pail, and a drip tray.')}</li>
        <li>{t('Backflow protection on the supply, and its label on the line.')}</li>
        <li>{t('The fill tube below the surface, so that it does not foam.')}</li>
      </ul>
    </section>
  );
}
