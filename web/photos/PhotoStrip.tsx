import { useState } from 'react';
import { useSession } from '../lib/session.tsx';
import { t } from '../lib/speech.ts';
import { Dialog } from '../ui/Dialog.tsx';
import { timeOfDay } from '../ui/dates.ts';
import { DeletePhoto } from './DeletePhoto.tsx';
import { KINDS } from './photoWords.ts';
import { type Shown, usePicture } from './usePhotos.ts';

/** Photos side by side, in the order they were taken; each is opened by a tap. */
export function PhotoStrip({ photos, vehicle }: { photos: readonly Shown[]; vehicle: string }) {
  const [open, setOpen] = useState<string | null>(null);
  const shown = photos.find((p) => p.id === open);
  return (
    <>
      {photos.length > 0 && (
        <ul className="mt-3 grid grid-cols-[repeat(auto-fill,minmax(5.5rem,1fr))] gap-3">
          {photos.map((photo) => (
            <li key={photo.id}>
              <button
                type="button"
                className="block w-full text-left text-[0.94rem] leading-snug"
                onClick={() => setOpen(photo.id)}
              >
                <Picture photo={photo} vehicle={vehicle} className="aspect-[4/3] w-full object-cover" />
                <span className="block">{photo.about || KINDS()[photo.kind]}</span>
                {!photo.kept && <span className="block text-muted">{t('not sent yet')}</span>}
              </button>
            </li>
          ))}
        </ul>
      )}
      {shown && (
        <Dialog title={shown.about || KINDS()[shown.kind]} close={() => setOpen(null)}>
          <Large photo={shown} vehicle={vehicle} close={() => setOpen(null)} />
        </Dialog>
      )}
    </>
  );
}

function Large({ photo, vehicle, close }: { photo: Shown; vehicle: string; close: () => void }) {
  const { shop } = useSession();
  return (
    <div className="flex flex-col gap-3 p-5">
      <Picture photo={photo} vehicle={vehicle} className="max-h-[56vh] w-full object-contain" />
      <p>
        {[KINDS()[photo.kind], timeOfDay(photo.takenAt, shop.zone), photo.by].join(', ')}
        {!photo.kept && `, ${t('not sent yet')}`}
      </p>
      {photo.kept && <DeletePhoto photo={photo.kept} then={close} />}
    </div>
  );
}

/** Without a connection one that was sent is not at hand: its frame stays. */
function Picture({ photo, vehicle, className }: { photo: Shown; vehicle: string; className: string }) {
  const src = usePicture(photo);
  const [gone, setGone] = useState(false);
  const says = t('{0}: {1}', vehicle, photo.about || KINDS()[photo.kind]);
  if (gone || src === null) {
    return (
      <span
        role="img"
        aria-label={says}
        className={`flex items-center justify-center border border-hairline text-muted ${className}`}
      >
        {gone && t('not at hand')}
      </span>
    );
  }
  return (
    <img
      src={src}
      alt={says}
      loading="lazy"
      className={`border border-hairline bg-ground ${className}`}
      onError={() => setGone(true)}
    />
  );
}
