import { type MessagePort, parentPort } from 'node:worker_threads';
import { expose } from 'comlink';
import nodeEndpoint from 'comlink/dist/esm/node-adapter.mjs';
import { labelPdf, labelsPdf, pagePng } from './documents.ts';
import { prepareSheetPdf } from './prepareSheet.ts';
import { recipeCardsPdf } from './recipeCards.ts';

const office = { labelPdf, labelsPdf, pagePng, prepareSheetPdf, recipeCardsPdf };
export type Office = typeof office;

expose(office, nodeEndpoint(parentPort as MessagePort));
