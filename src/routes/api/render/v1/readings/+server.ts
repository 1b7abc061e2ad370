import { json } from '@sveltejs/kit';
import { answer, readJson, words } from '$lib/service/http';
import type { RequestHandler } from './$types';

export const POST: RequestHandler = ({ request }) =>
	answer(async () => json(await words().read(await readJson(request))));
