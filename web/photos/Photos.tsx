import { Camera } from 'lucide-react';
import { useRef, useState } from 'react';
import { refuse } from '#contract/refusals.ts';
import { MOST_OF_VISIT, PHOTO_KINDS, type PhotoKind } from '#core/photos/photos.ts';
import { useSession } from '../lib/session.tsx';
import { t } from '../lib/speech.ts';
import { useCommand } from '../state/useCommand.ts';
import { Button } from '../ui/Button.tsx';
import { Refusal } from '../ui/Refusal.tsx';
import type { SmallPhoto } from '../workers/photo.worker.ts';
import { makeSmaller } from './makeSmaller.ts';
import { OfSpot } from './OfSpot.tsx';
import { PhotoStrip } from './PhotoStrip.tsx';
import { keepPhoto } from './photoOutbox.ts';
import { KINDS } from './photoWords.ts';
import { usePhotos } from './usePhotos.ts';

/** What was photographed of a vehicle on one visit, and more of it: before, after, and of something on it. */
export function Photos(props: {
  jobId: number;
  vehicle: string;
  /** Taken there and then, rather than chosen among those a device has. */
  camera: boolean;
  heading?: 'h2' | 'h3';
}) {
  const { jobId, vehicle, camera, heading: Heading = 'h2' } = props;
  const { who } = useSession();
  const shown = usePhotos(jobId);
  const input = useRef<HTMLInputElement>(null);
  const kind = useRef<PhotoKind>('before');
  const [spot, setSpot] = useState<SmallPhoto | null>(null);
  const keep = (of: PhotoKind, photo: SmallPhoto, about = '') =>
    keepPhoto({ jobId, vehicle, kind: of, about }, photo, who);
  const taking = useCommand(
    async (file: File) => makeSmaller(file),
    (photo) => {
      if (!photo) return;
      if (kind.current === 'spot') setSpot(photo);
      else void keep(kind.current, photo);
    },
    undefined,
    { atOnce: true },
  );
  const full = shown.length >= MOST_OF_VISIT;
  return (
    <section aria-label={t('Photos')}>
      <Heading className="border-b border-ink pb-1 text-[1.3rem]">{t('Photos')}</Heading>
      <PhotoStrip photos={shown} vehicle={vehicle} />
      <input
        ref={input}
        type="file"
        accept="image/*"
        {...(camera && { capture: 'environment' as const })}
        className="sr-only"
        tabIndex={-1}
        aria-label={t('Photo')}
        onChange={(event) => {
          const [file] = event.target.files ?? [];
          if (file) taking.run(file);
          event.target.value = '';
        }}
      />
      <div className="no-print mt-3 grid grid-cols-3 gap-2 sm:gap-3">
        {PHOTO_KINDS.map((k) => (
          <Button
            key={k}
            className="px-1! whitespace-nowrap"
            disabled={taking.waiting || full}
            onClick={() => {
              kind.current = k;
              input.current?.click();
            }}
          >
            <Camera aria-hidden size={18} className="shrink-0" />
            {KINDS()[k]}
          </Button>
        ))}
      </div>
      {taking.waiting && <p role="status">{t('Making it smaller ...')}</p>}
      {full && <Refusal problem={refuse('photo.many', { most: MOST_OF_VISIT })} />}
      {!taking.waiting && taking.answer === null && <Refusal problem={refuse('photo.notPicture', {})} />}
      <Refusal problem={taking.refusal} />
      {spot && (
        <OfSpot
          photo={spot}
          close={() => setSpot(null)}
          keep={(about) => {
            void keep('spot', spot, about);
            setSpot(null);
          }}
        />
      )}
    </section>
  );
}
