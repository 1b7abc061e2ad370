import { json } from '@sveltejs/kit';
import { answer, readJson, readWords } from '$lib/server';
import type { RequestHandler } from './$types';

export const POST: RequestHandler = ({ request }) =>
	answer(async () => json(readWords(await readJson(request))));
