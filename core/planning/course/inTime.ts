import type { Task } from './task.ts';

/** Mixes stand directly before what first needs them, for whoever has nothing soaking to fill. */
export function inTime(tasks: readonly Task[]): Task[] {
  const neededAt = (i: number): number => {
    const at = tasks.findIndex((t, j) => j !== i && t.after & (1n << BigInt(i)));
    return at < 0 ? tasks.length : at;
  };
  const order = tasks
    .map((task, i) => ({ task, i, at: task.does[0]?.what === 'mix' ? neededAt(i) - 0.5 : i }))
    .sort((a, b) => a.at - b.at || a.i - b.i);
  const moved = new Map(order.map(({ i }, to) => [i, to]));
  return order.map(({ task }) => {
    let after = 0n;
    for (let i = 0; i < tasks.length; i++)
      if (task.after & (1n << BigInt(i))) after |= 1n << BigInt(moved.get(i) as number);
    return { ...task, after };
  });
}
