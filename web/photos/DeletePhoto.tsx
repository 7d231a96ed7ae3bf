import { useState } from 'react';
import type { Photo } from '#contract/photos.ts';
import { mayDeletePhoto } from '#core/photos/photos.ts';
import { post } from '../lib/api.ts';
import { useSession } from '../lib/session.tsx';
import { shopMs } from '../lib/shopNow.ts';
import { t } from '../lib/speech.ts';
import { useCommand } from '../state/useCommand.ts';
import { Button } from '../ui/Button.tsx';
import { Refusal } from '../ui/Refusal.tsx';

/** For a manager, and for whoever just took it. Asked once more: nothing brings it back. */
export function DeletePhoto({ photo, then }: { photo: Photo; then: () => void }) {
  const { who } = useSession();
  const [asked, setAsked] = useState(false);
  const deleting = useCommand(() => post(`/photos/${photo.id}/deletions`, {}), then);
  const of = { takenBy: photo.takenBy.id, receivedMs: Date.parse(photo.receivedAt) };
  if (!mayDeletePhoto(of, who, shopMs()).ok) return null;
  return (
    <>
      {asked ? (
        <p className="flex flex-wrap items-center gap-3">
          {t('Nothing brings it back.')}
          <Button look="main" disabled={deleting.waiting} onClick={() => deleting.run()}>
            {t('Delete it for good')}
          </Button>
          <Button onClick={() => setAsked(false)}>{t('Cancel')}</Button>
        </p>
      ) : (
        <Button className="self-start" onClick={() => setAsked(true)}>
          {t('Delete this photo')}
        </Button>
      )}
      <Refusal problem={deleting.refusal} />
    </>
  );
}
