let aheadMs = 0;

/** Keeps how far the shop's machine is ahead of this device, whose own clock nobody looks after. */
export function noteShopTime(iso: string): void {
  aheadMs = new Date(iso).getTime() - Date.now();
}

/** Now, on the shop's machine. */
export const shopNow = (): Date => new Date(Date.now() + aheadMs);
