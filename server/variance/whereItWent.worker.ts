import { parentPort, workerData } from 'node:worker_threads';
import { type CountedContainer, gapsOf } from '#core/variance/gaps.ts';
import { whereItWent } from '#core/variance/split.ts';

// Explains gaps off the main thread: a year is drawn from hundreds of times.

/** @param fromMs, toMs gaps that end between them are told */
export type WhereItWentAsked = { containers: CountedContainer[]; fromMs: number; toMs: number };

const { containers, fromMs, toMs } = workerData as WhereItWentAsked;
const gaps = containers.flatMap(gapsOf).filter((gap) => gap.toMs >= fromMs && gap.toMs < toMs);
parentPort?.postMessage(whereItWent(gaps));
