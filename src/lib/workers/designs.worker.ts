/// <reference lib="webworker" />
import '$lib/start/without-eval';
import { expose } from 'comlink';
import { workOut } from '$lib/core/designs';
import { offersWithin } from '$lib/core/plan';

/** Works designs out, off the page's thread. */
const api = { workOut, offersWithin };
export type DesignsApi = typeof api;

expose(api);
