/** One line of what was measured: what, as a ratio, and the readings behind it. */
export function say(what: string, ratio: string, readings: string): void {
  console.log(`${what.padEnd(52)} ${ratio.padStart(9)}   ${readings}`);
}

/** Median of how long one call takes, in milliseconds. */
export async function median(times: number, work: (i: number) => Promise<unknown>): Promise<number> {
  const taken: number[] = [];
  for (let i = 0; i < times; i++) {
    const start = performance.now();
    await work(i);
    taken.push(performance.now() - start);
  }
  return taken.sort((a, b) => a - b)[Math.floor(times / 2)] as number;
}
