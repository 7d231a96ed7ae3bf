import { useMutation } from '@tanstack/react-query';
import type { Changeover, Line } from '#contract/dispensers.ts';
import { post } from '../../lib/api.ts';
import { useSession } from '../../lib/session.tsx';
import { t } from '../../lib/speech.ts';
import { askAgain, changeoversQuery, checksQuery } from '../../state/queries.ts';
import { useQuery } from '../../state/useQuery.ts';
import { Button } from '../../ui/Button.tsx';
import { shopDay } from '../../ui/dates.ts';
import { Ledger } from '../../ui/Ledger.tsx';
import { Refusal } from '../../ui/Refusal.tsx';
import { ratioInWords } from './lineWords.ts';

/** What a line was found to give, and what hung on it: nothing of it is ever taken away. */
export function History({ line, lead }: { line: Line; lead: boolean }) {
  const { shop } = useSession();
  const { data: checks = [] } = useQuery(checksQuery(line.id));
  const back = useMutation({
    mutationFn: (id: number) => post(`/lines/${line.id}/checks/${id}/withdrawals`, {}),
    onSettled: () => askAgain('devices'),
  });
  const { data: hung = [] } = useQuery(changeoversQuery(line.id));
  const newest = checks.find((c) => c.withdrawnAt === null);
  return (
    <section aria-label={t('Verifications')}>
      <h2 className="mb-2">{t('Verifications')}</h2>
      <Ledger
        head={[t('When'), t('Who'), t('Tip'), t('Gave')]}
        empty={t('None yet.')}
        rows={checks.map((c) => ({
          key: c.id,
          cells: [
            shopDay(c.at, shop.zone),
            c.personName,
            c.tipName,
            <span key="gave" className={c.withdrawnAt ? 'line-through' : ''}>
              {ratioInWords(c.ratio)}, {c.productName}
              {c.withdrawnAt && ` ${t('(taken back by {0})', c.withdrawnBy)}`}
            </span>,
          ],
        }))}
      />
      {lead && newest && (
        <Button className="mt-3" disabled={back.isPending} onClick={() => back.mutate(newest.id)}>
          {t('Take the last one back')}
        </Button>
      )}
      {back.error && <Refusal problem={back.error} />}
      {hung.length > 0 && (
        <>
          <h2 className="mt-8 mb-2">{t('Changeovers')}</h2>
          <Ledger
            head={[t('When'), t('Who'), t('Hung on it'), t('Tip')]}
            empty=""
            rows={hung.map((o) => ({
              key: o.id,
              cells: [
                shopDay(o.at, shop.zone),
                o.personName,
                t('{0} from {1}{2}', o.toProduct, o.toCode, insteadOf(o)),
                o.tipName,
              ],
            }))}
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
