import { useEffect, useMemo, useState } from 'react';
import type { Photo } from '#contract/photos.ts';
import type { PhotoKind } from '#core/photos/photos.ts';
import { largeOf } from '../state/largeKept.ts';
import { useOutbox } from '../state/outbox.ts';
import { useQuery } from '../state/useQuery.ts';
import { photosWaiting } from './photoOutbox.ts';
import { photosQuery } from './photosQuery.ts';

/** A photo as it is shown, whether it was sent or waits on this device. */
export type Shown = {
  id: string;
  kind: PhotoKind;
  about: string;
  takenAt: string;
  by: string;
  /** Null where it waits. */
  kept: Photo | null;
};

/** One that the shop's machine has. */
export const asShown = (p: Photo): Shown => ({ ...p, id: String(p.id), by: p.takenBy.name, kept: p });

/** The photos of a visit in the order they were taken, those that wait with them. */
export function usePhotos(jobId: number): Shown[] {
  const { data = [] } = useQuery(photosQuery(jobId));
  const waiting = useOutbox((state) => state.waiting);
  return useMemo(
    () =>
      [
        ...data.map(asShown),
        ...photosWaiting(jobId, waiting).map((w) => ({ ...w, id: w.sentAs, kept: null })),
      ].sort((a, b) => a.takenAt.localeCompare(b.takenAt)),
    [data, jobId, waiting],
  );
}

/** Where a browser finds its picture; null until it is known. */
export function usePicture({ id, kept }: Shown): string | null {
  const [here, set] = useState<string | null>(null);
  useEffect(() => {
    if (kept) return;
    let wanted = true;
    void largeOf(id).then((jpeg) => wanted && jpeg && set(`data:image/jpeg;base64,${jpeg}`));
    return () => {
      wanted = false;
    };
  }, [id, kept]);
  return kept ? `/api/photos/${kept.id}` : here;
}
