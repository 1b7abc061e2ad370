import { answer, jobs } from '$lib/service/http';
import type { RequestHandler } from './$types';

export const GET: RequestHandler = ({ params, request }) =>
	answer(async () => {
		const { bytes, type, etag } = jobs().picture(params.take);
		const headers = {
			'content-type': type,
			etag,
			'cache-control': 'private, max-age=3600',
			// Opened by itself it is kept as a file, and shown as nothing else.
			'content-disposition': `attachment; filename="${params.take.slice(0, 40)}.${type.split('/')[1]}"`
		};
		if (request.headers.get('if-none-match') === etag)
			return new Response(null, { status: 304, headers });
		return new Response(await bytes(), { headers });
	});
