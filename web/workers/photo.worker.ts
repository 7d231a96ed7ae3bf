import { expose } from 'comlink';
import { keptSize, MOST_BYTES } from '#core/photos/photos.ts';

/** A photo as it is sent: a JPEG in base64, with nothing in it of where it was taken. */
export type SmallPhoto = { jpeg: string; width: number; height: number };

const QUALITIES = [0.8, 0.65, 0.5, 0.35, 0.2];

/** Makes a picture smaller. @returns null for what is no picture */
async function small(file: Blob): Promise<SmallPhoto | null> {
  const bitmap = await createImageBitmap(file).catch(() => null);
  if (!bitmap) return null;
  const { width, height } = keptSize(bitmap.width, bitmap.height);
  const canvas = new OffscreenCanvas(width, height);
  const on = canvas.getContext('2d');
  if (!on) return null;
  // What is see-through in it is white on paper.
  on.fillStyle = 'white';
  on.fillRect(0, 0, width, height);
  on.imageSmoothingQuality = 'high';
  on.drawImage(bitmap, 0, 0, width, height);
  bitmap.close();
  for (const quality of QUALITIES) {
    const made = await canvas.convertToBlob({ type: 'image/jpeg', quality });
    if (made.size <= MOST_BYTES) return { jpeg: await inBase64(made), width, height };
  }
  return null;
}

/** So many bytes at once are one call's arguments. */
const AT_ONCE = 8_192;

async function inBase64(blob: Blob): Promise<string> {
  const bytes = new Uint8Array(await blob.arrayBuffer());
  let text = '';
  for (let i = 0; i < bytes.length; i += AT_ONCE)
    text += String.fromCharCode(...bytes.subarray(i, i + AT_ONCE));
  return btoa(text);
}

const photos = { small };
export type Photos = typeof photos;

expose(photos);
