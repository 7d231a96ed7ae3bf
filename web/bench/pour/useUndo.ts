import { post } from '../../lib/api.ts';
import { useSession } from '../../lib/session.tsx';
import { seenInVessels } from '../../state/queries.ts';
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
    async () => {
      await post(`/movements/${movementId}/reversals`, {});
      await seenInVessels();
    },
    () => {
      markUndone(who.personId, movementId);
      then?.();
    },
  );
}
