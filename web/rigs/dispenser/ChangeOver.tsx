import { type ReactNode, useState } from 'react';
import { useParams } from 'react-router';
import type { Line } from '#contract/dispensers.ts';
import { refuse } from '#contract/refusals.ts';
import { atLeast } from '#contract/roles.ts';
import { bandOfLine, lineFit } from '#core/delivery/lineFit.ts';
import { mayDispense } from '#core/delivery/mayDispense.ts';
import { mayMeet } from '#core/safety/mayMeet.ts';
import { labelEnds } from '#core/strength/labelStrength.ts';
import { parseStrength } from '#core/strength/parseStrength.ts';
import { fractionOf } from '#core/strength/strength.ts';
import { parseVolume } from '#core/units/parseVolume.ts';
import { ScannerStandIn } from '../../demo/ScannerStandIn.tsx';
import { post } from '../../lib/api.ts';
import { useSession } from '../../lib/session.tsx';
import { strengthSaid, t } from '../../lib/speech.ts';
import {
  checksQuery,
  containersQuery,
  lineQuery,
  productsQuery,
  queryClient,
  tipsQuery,
} from '../../state/queries.ts';
import { useScanner } from '../../state/scanner.ts';
import { useAsked } from '../../state/useAsked.ts';
import { useCommand } from '../../state/useCommand.ts';
import { useQuery } from '../../state/useQuery.ts';
import { Button, ButtonLink } from '../../ui/Button.tsx';
import type { Needs } from '../../ui/fetched.tsx';
import { ListField, TypedField } from '../../ui/Labelled.tsx';
import { Page } from '../../ui/Page.tsx';
import { Refusal, Watch } from '../../ui/Refusal.tsx';
import { Tick } from '../../ui/Tick.tsx';
import { useGo } from '../../ui/useGo.ts';

ChangeOver.needs = (({ params: { id } }) => [lineQuery(Number(id))]) satisfies Needs;

/** The changeover of a line, as a checklist that can't be gone through in the wrong order. */
export default function ChangeOver() {
  const { id } = useParams();
  const { who } = useSession();
  const [line] = useAsked(lineQuery(Number(id)));
  if (!atLeast(who.role, 'lead')) {
    return (
      <Page title={line.name}>
        <p className="mb-5">{t('Lines are changed over by leads and managers.')}</p>
        <ButtonLink to={`/rigs/lines/${line.id}`}>{t('Back to {0}', line.name)}</ButtonLink>
      </Page>
    );
  }
  return <Checklist key={line.id} line={line} />;
}

function Checklist({ line }: { line: Line }) {
  const { shop } = useSession();
  const go = useGo();
  const { data: containers = [] } = useQuery(containersQuery);
  const { data: products = [] } = useQuery(productsQuery);
  const { data: allTips = [] } = useQuery(tipsQuery);
  const { data: checks = [] } = useQuery(checksQuery(line.id));
  const [lineCode, setLineCode] = useState('');
  const [pailCode, setPailCode] = useState('');
  const [flushed, setFlushed] = useState(false);
  const [discard, setDiscard] = useState('');
  const [tipId, setTip] = useState(String(line.tip?.id ?? ''));
  const [strengthText, setStrength] = useState(line.target ? strengthSaid(line.target) : '');
  const [labelled, setLabelled] = useState(false);
  useScanner((code) => (code.startsWith('L-') ? setLineCode(code) : setPailCode(code)));

  const same = (typed: string, code: string) => typed.trim().toUpperCase() === code;
  const lineRight = same(lineCode, line.code);
  const pail = containers.find((c) => same(pailCode, c.code)) ?? null;
  const product = products.find((p) => p.id === pail?.productId) ?? null;
  const last = products.find((p) => p.id === line.pail?.productId) ?? null;
  const other = line.pail !== null && pail !== null && line.pail.productId !== pail.productId;
  const may = product && mayDispense(product, shop.glass === 'line');
  const met = other && product && last ? mayMeet(product, [last], { kind: 'line', name: line.name }) : null;
  const tips = allTips.filter((t) => t.deviceId === line.deviceId);
  const strength = parseStrength(strengthText, {
    system: shop.units,
    ratio: shop.ratioReading,
    field: t('Meant to give'),
  });
  const target = strength.ok ? fractionOf(strength.value) : null;
  const wanted = target?.ok ? target.value : null;
  const fit = lineFit(product?.id ?? null, checks, tips, wanted, bandOfLine(product, wanted));
  const thrown =
    discard.trim() === ''
      ? { ok: true as const, value: 0 }
      : parseVolume(discard, { system: shop.units, field: t('Product thrown away') });

  const step1 = lineRight && pail !== null && pail.openedAt !== null && may?.ok === true;
  const step2 = step1 && (!other || flushed) && thrown.ok;
  const step3 = step2 && tips.some((t) => t.id === Number(tipId)) && wanted !== null;
  const ready = step3 && labelled;
  const changing = useCommand(
    () =>
      post<Line>(`/lines/${line.id}/changeovers`, {
        lineCode,
        containerCode: pailCode,
        tipId: Number(tipId),
        target: strength.ok ? strength.value : null,
        flushed,
        labelled,
        discardUl: thrown.ok ? thrown.value : 0,
      }),
    (after) => {
      // The next page starts from the line as it is now, not as it was.
      queryClient.setQueryData(lineQuery(line.id).queryKey, after);
      go(after.due === 'never' ? `/rigs/lines/${line.id}/verify` : `/rigs/lines/${line.id}`);
    },
  );
  return (
    <Page
      title={t('Change over {0}', line.name)}
      actions={<ButtonLink to={`/rigs/lines/${line.id}`}>{t('Back')}</ButtonLink>}
    >
      <div className="flex max-w-xl flex-col gap-8">
        <Step n={1} title={t('Match line and pail')} done={step1}>
          <p>{t('Scan the label on the line and the one on the pail, or type what they say.')}</p>
          <div className="grid grid-cols-2 gap-3">
            <TypedField
              label={t('Line')}
              error={lineCode.trim() !== '' && !lineRight && <Refusal problem={wrongLine(lineCode, line)} />}
              className="reading min-h-16 text-[1.4rem]"
              value={lineCode}
              placeholder={t('such as {0}', line.code)}
              onChange={(e) => setLineCode(e.target.value)}
            />
            <TypedField
              label={t('Pail')}
              error={/^P-\d+$/i.test(pailCode.trim()) && !pail && <Refusal problem={noPail(pailCode)} />}
              className="reading min-h-16 text-[1.4rem]"
              value={pailCode}
              placeholder={t('such as P-14')}
              onChange={(e) => setPailCode(e.target.value)}
            />
          </div>
          {pail && (
            <p>
              <strong>{pail.productName}</strong>, {pail.placeName}
              {pail.openedAt === null && t(': not open yet. Open it in Stock first')}.
            </p>
          )}
          {may && !may.ok && <Refusal problem={may} />}
          <ScannerStandIn
            labels={[
              { code: line.code, name: line.name },
              ...containers
                .filter((c) => c.openedAt)
                .slice(0, 8)
                .map((c) => ({ code: c.code, name: c.productName })),
            ]}
          />
        </Step>
        {step1 && (
          <Step n={2} title={t('Flush the old product')} done={step2}>
            {other ? (
              <>
                {met && !met.ok ? (
                  <Refusal problem={met} />
                ) : (
                  <p>
                    {t('Run water through the line until it comes clear of {0}.', line.pail?.productName)}
                  </p>
                )}
                <Tick bay checked={flushed} set={setFlushed}>
                  {t('It runs clear')}
                </Tick>
              </>
            ) : (
              <p>
                {line.pail
                  ? t('The same product: nothing to flush.')
                  : t('The line is new: nothing to flush.')}
              </p>
            )}
            {line.pail && (
              <TypedField
                label={t('Product thrown away')}
                hint={t('Of {0}, booked as waste from {1}', line.pail.productName, line.pail.code)}
                error={!thrown.ok && <Refusal problem={thrown} />}
                value={discard}
                placeholder={t('nothing')}
                onChange={(e) => setDiscard(e.target.value)}
              />
            )}
          </Step>
        )}
        {step2 && (
          <Step n={3} title={t('Fit the tip')} done={step3}>
            <TypedField
              label={t('Meant to give')}
              error={strengthText.trim() !== '' && !strength.ok && <Refusal problem={strength} />}
              value={strengthText}
              placeholder={t('such as 1:20')}
              onChange={(e) => setStrength(e.target.value)}
            />
            {product && product.labelEntries.length > 0 && (
              <div className="flex flex-wrap gap-3">
                {labelEnds(product.labelEntries).map((e) => (
                  <Button key={`${e.id}${e.end}`} onClick={() => setStrength(strengthSaid(e.strength))}>
                    {e.whatFor} <span className="reading">{strengthSaid(e.strength)}</span>
                  </Button>
                ))}
              </div>
            )}
            <ListField
              label={t('Tip')}
              value={tipId}
              placeholder={t('Choose a tip')}
              options={tips.map((t) => ({
                value: String(t.id),
                name: t.name,
                note: `${t.diameterMm} mm`,
              }))}
              onChange={setTip}
            />
            {fit?.recommended?.ok ? (
              <p>
                {t('By what was measured,')} <strong>“{fit.recommended.value.tip.name}”</strong>{' '}
                {t('comes nearest.')}
              </p>
            ) : (
              <p className="text-muted">
                {t('Nothing was measured with this product here yet: take a guess, then verify.')}
              </p>
            )}
          </Step>
        )}
        {step3 && (
          <Step n={4} title={t('Label it')} done={ready}>
            <Tick bay checked={labelled} set={setLabelled}>
              {t('The new label is on the line: {0}, {1}', product?.name, strengthText)}
            </Tick>
          </Step>
        )}
        {ready && (
          <Watch word={t('Then verify it.')}>
            {other || line.tip?.id !== Number(tipId)
              ? t('What was measured before says nothing of this product and this tip.')
              : t('The verification of before still holds.')}
          </Watch>
        )}
        <div>
          <Button look="main" bay disabled={!ready || changing.waiting} onClick={() => changing.run()}>
            {changing.waiting ? t('Booking ...') : t('Changeover done')}
          </Button>
          {changing.refusal && <Refusal problem={changing.refusal} />}
        </div>
      </div>
    </Page>
  );
}

const wrongLine = (typed: string, { code }: Line) => refuse('line.notThis', { typed: typed.trim(), code });
const noPail = (typed: string) => refuse('pail.notThere', { typed: typed.trim() });

function Step({
  n,
  title,
  done,
  children,
}: {
  n: number;
  title: string;
  done: boolean;
  children: ReactNode;
}) {
  return (
    <section
      aria-label={title}
      className={`flex flex-col gap-3 border-l-4 pl-5 ${done ? 'border-ink' : 'border-faint'}`}
    >
      <h2>
        {n}. {title}
        {done && <span className="ml-3 text-base font-normal">{t('done')}</span>}
      </h2>
      {children}
    </section>
  );
}
