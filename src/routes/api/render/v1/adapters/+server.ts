import { json } from '@sveltejs/kit';
import { answer, readJson, shelf } from '$lib/service/http';
import type { RequestHandler } from './$types';

export const POST: RequestHandler = ({ request }) =>
	answer(async () => json(await shelf().teaching.teach(await readJson(request)), { status: 201 }));
