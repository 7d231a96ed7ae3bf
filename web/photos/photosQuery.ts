import { queryOptions } from '@tanstack/react-query';
import type { Photo } from '#contract/photos.ts';
import { get } from '../lib/api.ts';

/** The photos of a visit that the shop's machine has. */
export const photosQuery = (jobId: number) =>
  queryOptions({ queryKey: ['photos', jobId], queryFn: () => get<Photo[]>(`/jobs/${jobId}/photos`) });
