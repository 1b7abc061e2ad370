import { json } from '@sveltejs/kit';
import { answer, describeImage, readJson, shelf } from '$lib/server';
import type { RequestHandler } from './$types';

export const POST: RequestHandler = ({ request }) =>
	answer(async () => json(describeImage(await readJson(request), shelf().images)));
