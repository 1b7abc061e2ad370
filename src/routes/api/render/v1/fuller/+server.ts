import { json } from '@sveltejs/kit';
import { answer, readJson, writeFuller } from '$lib/server';
import type { RequestHandler } from './$types';

export const POST: RequestHandler = ({ request }) =>
	answer(async () => json(writeFuller(await readJson(request))));
