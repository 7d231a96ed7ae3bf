import type { ContainerBody } from '#contract/equipment.ts';
import { refuse } from '#contract/refusals.ts';
import { CONTAINER_KINDS } from '#core/mixing/outlines.ts';
import { parseMoney } from '#core/planning/cost.ts';
import { parseDay } from '#core/units/parseDay.ts';
import { parseVolume } from '#core/units/parseVolume.ts';
import { byName, keyOf, namedChoices, oneOf, type Reader, take, text, yesNo } from './cells.ts';
import type { ImportFacts } from './facts.ts';

const KINDS = namedChoices(CONTAINER_KINDS);

/** What stands on the shelf: a container a row. */
export function containerRow(known: ImportFacts): Reader<ContainerBody> {
  const [products, places] = [byName(known.products), byName(known.places)];
  return (cells, fail, understood) => {
    const product = products.get(keyOf(cells.Product ?? ''));
    if (!product) fail('Product', refuse('row.product', {}));
    const kind = oneOf(cells, 'Kind', KINDS, fail, CONTAINER_KINDS);
    const place = oneOf(
      cells,
      'Where',
      places,
      fail,
      known.places.map((p) => p.name),
    );
    const volume = (column: string) =>
      take(
        fail,
        column,
        parseVolume(cells[column] ?? '', { system: known.units, field: column, askUnit: true }),
      );
    const sizeUl = volume('Size');
    const levelUl = cells['In it now'] ? volume('In it now') : sizeUl;
    if (sizeUl !== null && levelUl !== null && levelUl > sizeUl) {
      fail('In it now', refuse('row.overSize', {}));
    }
    if (levelUl === 0) fail('In it now', refuse('row.nothing', {}));
    const priceMinor = cells.Price
      ? take(fail, 'Price', parseMoney(cells.Price, known.currency, 'Price'))
      : null;
    const bestBefore = cells['Best before']
      ? take(fail, 'Best before', parseDay(cells['Best before'], known.dayOrder, 'Best before'))
      : null;
    if (bestBefore) understood('Best before', bestBefore);
    const opened = yesNo(cells, 'Open', fail);
    const lot = text(cells, 'Lot', 40, fail);
    if (!product || !kind || !place || sizeUl === null || levelUl === null) return null;
    return {
      productId: product.id,
      kind,
      sizeUl,
      levelUl,
      placeId: place.id,
      lot,
      priceMinor,
      bestBefore,
      opened: opened || levelUl < sizeUl,
    };
  };
}
