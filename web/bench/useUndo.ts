import { useMutation } from '@tanstack/react-query';
import { post } from '../lib/api.ts';
import { useSession } from '../lib/session.tsx';
import { askAgain } from '../state/queries.ts';
import { useBench } from './benchDraft.ts';

/** Takes a pour back that was booked on this device. */
export function useUndo(movementId: number) {
  const { who } = useSession();
  const markUndone = useBench((state) => state.markUndone);
  return useMutation({
    mutationFn: () => post(`/movements/${movementId}/reversals`, {}),
    onSuccess: () => markUndone(who.personId, movementId),
    onSettled: () => {
      askAgain('containers');
      askAgain('vessels');
    },
  });
}
