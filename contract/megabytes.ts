/** Bytes as people speak of disks: `80 MB`, `1.2 GB`. */
export const inMegabytes = (bytes: number): string =>
  bytes >= 1e9 ? `${(bytes / 1e9).toFixed(1)} GB` : `${Math.floor(bytes / 1e6)} MB`;
