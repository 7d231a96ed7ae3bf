import type { Changeover, Line, LineCheck } from '#contract/dispensers.ts';
import { post } from '../../lib/api.ts';
import { useSession } from '../../lib/session.tsx';
import { t } from '../../lib/speech.ts';
import { changeoversQuery, checksQuery } from '../../state/queries.ts';
import { useCommand } from '../../state/useCommand.ts';
import { useQuery } from '../../state/useQuery.ts';
import { Button } from '../../ui/Button.tsx';
import { dayColumn } from '../../ui/columns.tsx';
import { Refusal } from '../../ui/Refusal.tsx';
import { Table } from '../../ui/Table.tsx';
import { ratioInWords } from './lineWords.ts';

/** What a line was found to give, and what hung on it: nothing of it is ever taken away. */
export function History({ line, lead }: { line: Line; lead: boolean }) {
  const { shop } = useSession();
  const { data: checks = [] } = useQuery(checksQuery(line.id));
  const back = useCommand((id: number) => post(`/lines/${line.id}/checks/${id}/withdrawals`, {}));
  const { data: hung = [] } = useQuery(changeoversQuery(line.id));
  const newest = checks.find((c) => c.withdrawnAt === null);
  return (
    <section aria-label={t('Verifications')}>
      <h2 className="mb-2">{t('Verifications')}</h2>
      <Table
        rows={checks}
        keyOf={(c) => c.id}
        empty={t('None yet.')}
        columns={[
          dayColumn<LineCheck>(t('When'), shop, (c) => c.at),
          { name: t('Who'), value: (c) => c.personName },
          { name: t('Tip'), value: (c) => c.tipName },
          {
            name: t('Gave'),
            value: (c) =>
              `${ratioInWords(c.ratio)}, ${c.productName}${c.withdrawnAt ? ` ${t('(taken back by {0})', c.withdrawnBy)}` : ''}`,
            show: (c) => (
              <span className={c.withdrawnAt ? 'line-through' : ''}>
                {ratioInWords(c.ratio)}, {c.productName}
                {c.withdrawnAt && ` ${t('(taken back by {0})', c.withdrawnBy)}`}
              </span>
            ),
          },
        ]}
      />
      {lead && newest && (
        <Button className="mt-3" disabled={back.waiting} onClick={() => back.run(newest.id)}>
          {t('Take the last one back')}
        </Button>
      )}
      {back.refusal && <Refusal problem={back.refusal} />}
      {hung.length > 0 && (
        <>
          <h2 className="mt-8 mb-2">{t('Changeovers')}</h2>
          <Table
            rows={hung}
            keyOf={(o) => o.id}
            columns={[
              dayColumn<Changeover>(t('When'), shop, (o) => o.at),
              { name: t('Who'), value: (o) => o.personName },
              {
                name: t('Connected'),
                value: (o) => t('{0} from {1}{2}', o.toProduct, o.toCode, insteadOf(o)),
              },
              { name: t('Tip'), value: (o) => o.tipName },
            ]}
          />
        </>
      )}
    </section>
  );
}

function insteadOf({ fromCode, fromProduct, toProduct, flushed }: Changeover): string {
  if (fromCode === null) return '';
  if (fromProduct === toProduct) return t(', after {0}', fromCode);
  return t(', instead of {0}{1}', fromProduct, flushed ? t(', flushed') : '');
}
