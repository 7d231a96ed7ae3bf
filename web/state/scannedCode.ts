/** A code as it stands on a label: a container, a batch, a recipe, a line of the dispenser. */
const BARE = /^([PBLR]-\d{1,9})$/i;
/** The address in a label's QR code, at whatever address this shop was when it was printed. */
const ADDRESS = /\/(?:c|b|r)\/([PBR]-\d{1,9})\/?$/i;

/**
 * The code in what a camera read; null where it is none of a shop's.
 *
 * @example codeIn('http://shop.local:4700/c/P-14') // 'P-14'
 */
export function codeIn(text: string): string | null {
  const read = text.trim().slice(0, 300);
  const code = BARE.exec(read)?.[1] ?? ADDRESS.exec(read.split(/[?#]/)[0] ?? '')?.[1];
  return code?.toUpperCase() ?? null;
}

/** The page of what a label stands on: a container, a batch, a recipe, a line of the dispenser. */
export function leadsTo(code: string): string {
  const pages: Record<string, string> = { P: `/c/${code}`, B: `/b/${code}`, R: `/r/${code}` };
  return pages[code.charAt(0)] ?? `/rigs/lines/${code.slice(2)}`;
}

/** Why there is no camera here. */
export type NoCamera = 'insecure' | 'none' | 'refused' | 'busy';

/** @param error what the browser said when the camera was asked for; null where it has no way to ask */
export function whyNoCamera(error: { name: string } | null, secure: boolean): NoCamera {
  if (error === null) return secure ? 'none' : 'insecure';
  if (error.name === 'NotAllowedError' || error.name === 'SecurityError') return 'refused';
  if (error.name === 'NotFoundError' || error.name === 'OverconstrainedError') return 'none';
  return 'busy';
}
