import type { Photo } from '#contract/photos.ts';
import type { PhotoKind } from '#core/photos/photos.ts';
import { type Sentence, toSay } from '#core/say.ts';
import { newKey } from '../lib/api.ts';
import { outboxOf, type Sent } from '../state/outbox.ts';
import { queryClient } from '../state/queries.ts';
import type { SmallPhoto } from '../workers/photo.worker.ts';
import { photosQuery } from './photosQuery.ts';

type Effect = { kind: PhotoKind; about: string; by: string };

/** Photos go this way, after all else that waits; their subject is the job. */
const photoOutbox = outboxOf<Effect, Photo[]>('photo', (photos) => {
  const [any] = photos;
  if (any) queryClient.setQueryData(photosQuery(any.jobId).queryKey, photos);
});

/** One that is still on this device: `sentAs` is where its picture is kept. */
export type PhotoWaiting = Effect & { sentAs: string; takenAt: string };

export const photosWaiting = (jobId: number, waiting: readonly Sent[]): PhotoWaiting[] =>
  photoOutbox
    .of(waiting)
    .filter((s) => s.subject === String(jobId))
    .map(({ id, at, effect }) => ({ ...effect, sentAs: id, takenAt: at }));

/** Keeps a photo, and sends it as soon as the shop's machine can be reached. */
export function keepPhoto(
  of: { jobId: number; vehicle: string; kind: PhotoKind; about: string },
  photo: SmallPhoto,
  by: { personId: number; name: string },
): Promise<void> {
  const { jobId, kind, about } = of;
  const what: Sentence = toSay('Photo of {0}', of.vehicle);
  return photoOutbox.send(
    {
      subject: String(jobId),
      path: `/jobs/${jobId}/photos`,
      body: { key: newKey(), kind, about },
      personId: by.personId,
      what,
      effect: { kind, about, by: by.name },
    },
    { field: 'jpeg', text: photo.jpeg },
  );
}
