import { serve } from '$lib/service/http';
import type { RequestHandler } from './$types';

/** Whatever the method: the service knows which of its calls takes which. */
export const fallback: RequestHandler = ({ request, params }) => serve(request, params.path);
