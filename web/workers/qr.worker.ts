import { expose } from 'comlink';
import decodeQR from 'qr/decode.js';

/** Reads QR codes out of pictures, off the main thread. */
const qr = {
  /** What the code in a picture says; null where none can be read. */
  read: (width: number, height: number, data: Uint8ClampedArray): string | null => {
    try {
      return decodeQR({ width, height, data });
    } catch {
      return null;
    }
  },
};
export type Qr = typeof qr;
expose(qr);
