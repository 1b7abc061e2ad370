import { board } from '../held';
import { defineRoute, toldAsPicture, unknownHere } from './route';

export const takeImage = defineRoute({
	method: 'get',
	path: '/takes/{take}/image',
	summary: 'A finished picture; its ETag is the SHA-256 of its bytes',
	responses: {
		'200': toldAsPicture('PNG or WebP', 'image/png', 'image/webp'),
		...unknownHere
	},
	handle: async (request, { take }, caller) => {
		const { bytes, type, etag } = await board().picture(take, caller);
		const headers = {
			'content-type': type,
			etag,
			'cache-control': 'private, max-age=3600',
			// Opened by itself it is kept as a file, and shown as nothing else.
			'content-disposition': `attachment; filename="${take.slice(0, 40)}.${type.split('/')[1]}"`
		};
		if (request.headers.get('if-none-match') === etag)
			return new Response(null, { status: 304, headers });
		return new Response(await bytes(), { headers });
	}
});
