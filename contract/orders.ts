import * as yup from 'yup';
import { CONTAINER_KINDS, type ContainerKind } from '#core/mixing/outlines.ts';
import { exactly, finite, note, oneOf, rowId, wholeMinor, wholeUl } from './fields.ts';
import { MOST_LINES } from './stock.ts';

// Orders to suppliers: drafted, sent, and received as a delivery; what did not come stays open.

const orderLine = exactly({
  productId: rowId('Product'),
  kind: oneOf('Kind', CONTAINER_KINDS),
  sizeUl: wholeUl('Size'),
  count: finite('How many', 1, 50).integer().meta({ remedy: 'Give a whole number from 1 to 50.' }),
  priceMinor: wholeMinor('Price').nullable(),
  why: note('What for', 200),
}).label('Line');

const lines = () =>
  yup
    .array(orderLine)
    .label('Lines')
    .required()
    .min(1, 'Lines: none is entered.')
    .max(MOST_LINES)
    .meta({ remedy: 'Enter 1 to {0} lines.', filled: [MOST_LINES] })
    .test('once', function once(all) {
      const keys = (all ?? []).map((l) => `${l.productId} ${l.kind} ${l.sizeUl}`);
      const again = keys.findIndex((key, i) => keys.indexOf(key) < i);
      if (again < 0) return true;
      return this.createError({
        path: `${this.path}[${again}].sizeUl`,
        message: 'Size stands in an earlier line of the same product: order more in that line.',
      });
    });

export const orderBody = exactly({ supplierId: rowId('Supplier'), note: note('Note', 300), lines: lines() });
export const orderPatch = exactly({ note: note('Note', 300), lines: lines() });
export type OrderLineBody = yup.InferType<typeof orderLine>;
/** Sent as it was seen: who changed it meanwhile is not passed over. */
export const sendBody = exactly({ revision: finite('Revision', 1, 1_000_000_000).integer() });

export const ORDER_STATES = ['draft', 'sent', 'closed', 'dropped'] as const;
export type OrderState = (typeof ORDER_STATES)[number];

export type OrderLine = OrderLineBody & {
  productName: string;
  kind: ContainerKind;
  /** How many of it came so far: more than were ordered, where more came. */
  came: number;
};
export type Order = {
  id: number;
  code: string;
  supplierId: number;
  supplier: string;
  state: OrderState;
  note: string;
  madeAt: string;
  madeBy: string;
  sentAt: string | null;
  sentBy: string | null;
  /** When it should be there, by what its supplier takes; null where it was not sent, or nobody knows. */
  dueOn: string | null;
  endedAt: string | null;
  revision: number;
  lines: OrderLine[];
};

/** What of a line is still to come. */
export const toCome = ({ count, came }: Pick<OrderLine, 'count' | 'came'>): number =>
  Math.max(0, count - came);
/** Whether something of it is still to come. */
export const isAwaited = ({ state, lines: of }: Pick<Order, 'state' | 'lines'>): boolean =>
  state === 'sent' && of.some((l) => toCome(l) > 0);

/** What was bought of whom, by delivery: one row for each product and size in it. */
export type Bought = {
  supplierId: number;
  productId: number;
  kind: ContainerKind;
  sizeUl: number;
  priceMinor: number | null;
  receivedAt: string;
  bestBefore: string | null;
};
