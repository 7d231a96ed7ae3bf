import { isAwaited, type Order } from '#contract/orders.ts';
import { t } from '../../lib/speech.ts';
import { shopDay } from '../../ui/dates.ts';

/** How it stands with an order, in a sentence. */
export function stateInWords(order: Order, zone: string): string {
  switch (order.state) {
    case 'draft':
      return t('Draft, not sent.');
    case 'sent':
      return isAwaited(order) || order.sentAt === null
        ? t('Sent {0}.', shopDay(order.sentAt ?? order.madeAt, zone))
        : t('All of it came.');
    case 'closed':
      return t('Closed: the rest isn’t coming.');
    case 'dropped':
      return t('Discarded.');
  }
}
