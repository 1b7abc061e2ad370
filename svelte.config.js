import adapter from '@sveltejs/adapter-node';
import { vitePreprocess } from '@sveltejs/vite-plugin-svelte';

/** @type {import('@sveltejs/kit').Config} */
export default {
	preprocess: vitePreprocess(),
	kit: {
		// On this machine nothing comes over a wire, and packing it takes as long as building it.
		adapter: adapter({ out: 'build', precompress: !process.env.DIAL_PICK_UNPACKED }),
		// Scripts come from here alone. Styles of components are written where they stand; pictures and
		// answers may come from services that the artist added by their addresses.
		csp: {
			mode: 'nonce',
			directives: {
				'default-src': ['self'],
				'script-src': ['self'],
				'style-src': ['self', 'unsafe-inline'],
				'img-src': ['self', 'blob:', 'data:'],
				'connect-src': ['self', 'http:', 'https:'],
				'worker-src': ['self'],
				'font-src': ['self', 'data:'],
				'object-src': ['none'],
				'base-uri': ['self'],
				'form-action': ['self'],
				'frame-ancestors': ['none']
			}
		}
	}
};
