import { guard, metrics } from '$lib/service/http';
import type { RequestHandler } from './$types';

/** Figures in the text format of Prometheus; for those who may call the service. */
export const GET: RequestHandler = async ({ request }) => guard(request) ?? metrics();
