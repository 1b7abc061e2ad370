import { sveltekit } from '@sveltejs/kit/vite';
import { PurgeCSS } from 'purgecss';
import type { Plugin } from 'vite';
import { defineConfig } from 'vitest/config';
import { kernels } from './vite.kernel.ts';

/** Blocks of Carbon's style sheet that are in use, with their parts and what they are laid out by. */
const blocks =
	/^bx--(accordion|assistive-text|body|btn|checkbox|content-switcher|form|header|inline|inline-notification|label|link|modal|number|overflow-menu|password-input|progress-bar|search|select|side-nav|skip-to-content|slider|tag|text-area|text-input|tooltip--definition|tooltip__|tooltip-portal|tooltip--a11y|tooltip--hidden|tooltip--visible|visually-hidden|visible)/;

/** Themes that pages are never in: their own colours stand in app.css. */
const otherThemes = /(:root)?\[theme=(g80|g90|g100)\][^{}]*\{[^{}]*\}/g;

/** Carbon's style sheet without fonts of another host, which it names, and without what is not in use. */
const carbonInUse: Plugin = {
	name: 'carbon-in-use',
	enforce: 'pre',
	async transform(code, id) {
		if (!/carbon-components-svelte\/css\//.test(id)) return null;
		const [{ css }] = await new PurgeCSS().purge({
			content: [],
			css: [{ raw: code.replace(/@font-face\s*\{[^}]*\}/g, '').replace(otherThemes, '') }],
			// Whatever is no class of Carbon's is an element or a theme.
			safelist: { standard: [blocks, /^(?!bx--)/] },
			keyframes: true
		});
		return { code: css, map: null };
	}
};

export default defineConfig({
	plugins: [carbonInUse, kernels, sveltekit()],
	worker: { format: 'es' },
	ssr: {
		external: ['@napi-rs/canvas', 'sharp', 'piscina', 'bullmq', 'ioredis', 'pino', 'prom-client']
	},
	build: { chunkSizeWarningLimit: 1500 },
	test: {
		include: ['src/**/*.test.ts', 'scripts/**/*.test.ts'],
		environment: 'node',
		testTimeout: 300_000,
		// A module that calls itself a promise is handed over as it is.
		deps: { interopDefault: false }
	}
});
