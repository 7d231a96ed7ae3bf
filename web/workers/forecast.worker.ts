import { expose } from 'comlink';
import { forecasts } from '#core/forecast/forecastOf.ts';

/** Foretells off the main thread: thousands of courses are drawn for each product. */
const told = { forecasts };
export type Told = typeof told;

expose(told);
