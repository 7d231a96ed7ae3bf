import { isAwaited, type Order } from '#contract/orders.ts';
import { post } from '../../lib/api.ts';
import { t } from '../../lib/speech.ts';
import { useCommand } from '../../state/useCommand.ts';
import { Button, ButtonLink } from '../../ui/Button.tsx';
import { Refusal } from '../../ui/Refusal.tsx';

/** The one step on, and the step back. */
export function OrderActs({ order, unsaved = false }: { order: Order; unsaved?: boolean }) {
  const act = useCommand((what: 'sendings' | 'drops' | 'closings' | 'returns') =>
    post<Order>(`/orders/${order.id}/${what}`, what === 'sendings' ? { revision: order.revision } : {}, {
      // Done, undone and done again: each is meant of the order as it is.
      intent: String(order.revision),
    }),
  );
  const none = order.lines.every((l) => l.came === 0);
  return (
    <div className="no-print mt-5">
      {act.refusal && <Refusal problem={act.refusal} />}
      <div className="flex flex-wrap gap-3">
        {order.state === 'draft' && (
          <>
            <Button disabled={act.waiting || unsaved} onClick={() => act.run('sendings')}>
              {unsaved ? t('Save it, then it can be sent') : t('Mark as sent')}
            </Button>
            <Button disabled={act.waiting} onClick={() => act.run('drops')}>
              {t('Discard it')}
            </Button>
          </>
        )}
        {order.state === 'sent' && (
          <>
            <ButtonLink look="main" to={`/stock/delivery?order=${order.id}`}>
              {t('Receive what came')}
            </ButtonLink>
            {none ? (
              <Button disabled={act.waiting} onClick={() => act.run('returns')}>
                {t('Not sent after all')}
              </Button>
            ) : null}
            {isAwaited(order) && (
              <Button disabled={act.waiting} onClick={() => act.run('closings')}>
                {t('The rest isn’t coming')}
              </Button>
            )}
          </>
        )}
        {(order.state === 'closed' || order.state === 'dropped') && (
          <Button disabled={act.waiting} onClick={() => act.run('returns')}>
            {t('Reopen it')}
          </Button>
        )}
      </div>
    </div>
  );
}
