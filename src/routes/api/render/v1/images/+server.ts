import { json } from '@sveltejs/kit';
import { answer, readBytes, shelf } from '$lib/service/http';
import type { RequestHandler } from './$types';

export const POST: RequestHandler = ({ request }) =>
	answer(async () => json(await shelf().images.add(await readBytes(request)), { status: 201 }));
