import { type Remote, wrap } from 'comlink';
import type { Photos, SmallPhoto } from '../workers/photo.worker.ts';

let photos: Remote<Photos> | null = null;

/** A picture of whatever size as it is kept, worked out off the main thread; null where it is no picture. */
export async function makeSmaller(file: Blob): Promise<SmallPhoto | null> {
  photos ??= wrap<Photos>(
    new Worker(new URL('../workers/photo.worker.ts', import.meta.url), { type: 'module' }),
  );
  return photos.small(file);
}
