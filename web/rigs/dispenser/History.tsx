import { useMutation } from '@tanstack/react-query';
import type { Changeover, Line } from '#contract/dispensers.ts';
import { post } from '../../lib/api.ts';
import { useSession } from '../../lib/session.tsx';
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
    <section aria-label="Verifications">
      <h2 className="mb-2">Verifications</h2>
      <Ledger
        head={['When', 'Who', 'Tip', 'Gave']}
        empty="None yet."
        rows={checks.map((c) => ({
          key: c.id,
          cells: [
            shopDay(c.at, shop.zone),
            c.personName,
            c.tipName,
            <span key="gave" className={c.withdrawnAt ? 'line-through' : ''}>
              {ratioInWords(c.ratio)}, {c.productName}
              {c.withdrawnAt && ` (taken back by ${c.withdrawnBy})`}
            </span>,
          ],
        }))}
      />
      {lead && newest && (
        <Button className="mt-3" disabled={back.isPending} onClick={() => back.mutate(newest.id)}>
          Take the last one back
        </Button>
      )}
      {back.error && <Refusal problem={back.error} />}
      {hung.length > 0 && (
        <>
          <h2 className="mt-8 mb-2">Changeovers</h2>
          <Ledger
            head={['When', 'Who', 'Hung on it', 'Tip']}
            empty=""
            rows={hung.map((o) => ({
              key: o.id,
              cells: [
                shopDay(o.at, shop.zone),
                o.personName,
                `${o.toProduct} from ${o.toCode}${insteadOf(o)}`,
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
  if (fromProduct === toProduct) return `, after ${fromCode}`;
  return `, instead of ${fromProduct}${flushed ? ', flushed' : ''}`;
}
