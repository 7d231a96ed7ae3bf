// Starts a worker written in TypeScript: the job is named in workerData.
import { workerData } from 'node:worker_threads';
import { register } from 'tsx/esm/api';

register();
await import(workerData.job);
