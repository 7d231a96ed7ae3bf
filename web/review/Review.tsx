import type { ReactNode } from 'react';
import { atLeast } from '#contract/roles.ts';
import type { VarianceTold } from '#contract/variance.ts';
import { useSession } from '../lib/session.tsx';
import { t } from '../lib/speech.ts';
import { productsQuery } from '../state/queries.ts';
import { DAYS, DayFields, useWhich } from '../ui/asked.tsx';
import { Button } from '../ui/Button.tsx';
import type { Needs } from '../ui/fetched.tsx';
import { Page } from '../ui/Page.tsx';
import { Part } from '../ui/Part.tsx';
import { Costs } from './Costs.tsx';
import { CountsTruth } from './CountsTruth.tsx';
import { Drying } from './Drying.tsx';
import { Outcomes } from './Outcomes.tsx';
import { OutOfDate } from './OutOfDate.tsx';
import { Strengths } from './Strengths.tsx';
import { useWork } from './useWork.ts';
import { WhereItWent } from './WhereItWent.tsx';

Review.needs = (() => [productsQuery]) satisfies Needs;

/** How it went: what it cost, where it went, how true the mixes, the dwell and the counts were. */
export default function Review() {
  const { who } = useSession();
  if (atLeast(who.role, 'lead')) return <Chapters />;
  return (
    <Page title={t('Review')}>
      <p>{t('How it went is for leads and managers.')}</p>
    </Page>
  );
}

function Chapters() {
  const which = useWhich(DAYS);
  const [from, to] = [which.asked.get('from'), which.asked.get('to')];
  const days = which.asked.toString();
  const went = useWork<VarianceTold>('/variance', { from, to });
  return (
    <Page
      title={t('Review')}
      actions={
        <Button className="no-print" onClick={() => window.print()}>
          {t('Print')}
        </Button>
      }
    >
      <section
        aria-label={t('Which days')}
        className="no-print mb-8 grid max-w-2xl grid-cols-2 items-start gap-3 sm:grid-cols-3"
      >
        <DayFields {...which} />
      </section>
      <Chapter title={t('What it cost')}>
        <Costs days={days} />
      </Chapter>
      <Chapter title={t('Where it went')}>
        <WhereItWent went={went} />
      </Chapter>
      <Chapter title={t('How strong the mixes were')}>
        <Strengths went={went} />
      </Chapter>
      <Chapter title={t('Out of date')}>
        <OutOfDate days={days} />
      </Chapter>
      <Chapter title={t('How the washes went')}>
        <Outcomes days={days} />
      </Chapter>
      <Chapter title={t('How long it stayed wet')}>
        <Drying days={days} />
      </Chapter>
      <Chapter title={t('How accurate the counts are')}>
        <CountsTruth days={days} />
      </Chapter>
    </Page>
  );
}

function Chapter({ title, children }: { title: string; children: ReactNode }) {
  return (
    <section aria-label={title} className="mb-13 border-t-2 border-ink pt-3">
      <h2 className="mb-2 text-[1.3rem]">{title}</h2>
      <Part>{children}</Part>
    </section>
  );
}
