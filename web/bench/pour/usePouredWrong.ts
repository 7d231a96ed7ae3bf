import { useSession } from '../../lib/session.tsx';
import { type KeptSlip, useBench } from '../mix/benchDraft.ts';
import { leftAsTyped } from '../mix/fromBooks.ts';
import { useUndo } from './useUndo.ts';

/**
 * What was poured is not what was asked for: the slip is taken back, and what really went in is asked, the water being
 * what it said. Null where the pour was not a plain fill.
 */
export function usePouredWrong(slip: KeptSlip) {
  const { who, shop } = useSession();
  const begin = useBench((state) => state.begin);
  const { asked, rest } = slip;
  const undo = useUndo(slip.movementId, () => {
    if (!asked) return;
    begin(who.personId, {
      ...asked,
      mode: 'wrong',
      way: null,
      inProductText: '',
      inWaterText: leftAsTyped(slip.waterUl, shop.units),
    });
    requestAnimationFrame(() => {
      const field = document.querySelector<HTMLElement>('[name="inProduct"]');
      field?.scrollIntoView({ block: 'center' });
      field?.focus({ preventScroll: true });
    });
  });
  const plain =
    asked && rest === null && ['fill', 'vehicles', 'have'].includes(asked.mode) && slip.waterUl > 0;
  return plain && !slip.undone ? undo : null;
}
