import { post } from '../../lib/api.ts';
import { useSession } from '../../lib/session.tsx';
import { useCommand } from '../../state/useCommand.ts';
import { useBench } from '../mix/benchDraft.ts';

/**
 * Takes a pour back that was booked on this device.
 *
 * @param then what comes next
 */
export function useUndo(movementId: number, then?: () => void) {
  const { who } = useSession();
  const markUndone = useBench((state) => state.markUndone);
  return useCommand(
    () => post(`/movements/${movementId}/reversals`, {}),
    () => {
      markUndone(who.personId, movementId);
      then?.();
    },
  );
}
