import * as yup from 'yup';
import { MOST_BYTES, PHOTO_KINDS, type PhotoKind } from '#core/photos/photos.ts';
import { exactly, note, occurredAt, oneOf } from './fields.ts';
import { RUN_KEY } from './runs.ts';

// Photographs of a vehicle on a visit.

/** How long a text in base64 is, for so many bytes. */
const inBase64 = (bytes: number) => Math.ceil(bytes / 3) * 4;

/** A photograph, made smaller on the device it was taken with. */
export const photoBody = exactly({
  /** The name it goes by from the moment it is taken. */
  key: yup
    .string()
    .label('Key')
    .required()
    .matches(RUN_KEY, { message: '${label} is not a key of a photo.' })
    .meta({ remedy: 'Give 16 to 40 letters and digits no other has.' }),
  kind: oneOf('What it is of', PHOTO_KINDS),
  about: note('What it shows', 80),
  /** A JPEG, in base64. */
  jpeg: yup
    .string()
    .label('Photo')
    .required()
    .max(inBase64(MOST_BYTES))
    .matches(/^[A-Za-z0-9+/]+={0,2}$/, { message: '${label} is not written in base64.' })
    .meta({ remedy: 'Send a JPEG of at most {0} kB.', filled: [MOST_BYTES / 1_000] }),
  occurredAt: occurredAt(),
});
export type PhotoBody = yup.InferType<typeof photoBody>;

export type Photo = {
  id: number;
  key: string;
  jobId: number;
  kind: PhotoKind;
  /** In somebody's words; may be empty. */
  about: string;
  takenAt: string;
  takenBy: { id: number; name: string };
  /** When the shop's machine had it. */
  receivedAt: string;
  width: number;
  height: number;
};
