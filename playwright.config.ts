import { defineConfig } from '@playwright/test';
import { findChromium, quiet } from './scripts/steps.mjs';

const port = Number(process.env.E2E_PORT ?? 4199);

/** What measures how a page or the machine keeps up. */
const alone = /@alone/;

export default defineConfig({
	testDir: 'e2e',
	// Generous, since nothing here is a timed test: a busy machine must not fail it.
	timeout: 600_000,
	expect: { timeout: 90_000 },
	// What passes at the second try only is counted, and said at the end: it is to be mended.
	retries: 1,
	fullyParallel: false,
	// One waits for the render service while another works; what measures has the machine to itself.
	projects: [
		{ name: 'together', grepInvert: alone, workers: 2 },
		{ name: 'alone', grep: alone, workers: 1 }
	],
	workers: 2,
	reporter: process.env.E2E_REPORT
		? [['list'], ['json', { outputFile: process.env.E2E_REPORT }]]
		: [['list']],
	use: {
		actionTimeout: 90_000,
		baseURL: `http://127.0.0.1:${port}`,
		viewport: { width: 1280, height: 800 },
		launchOptions: {
			executablePath: findChromium() ?? undefined,
			args: quiet
		}
	},
	webServer: {
		command: 'node scripts/serve.mjs',
		url: `http://127.0.0.1:${port}/api/render/v1/models`,
		reuseExistingServer: false,
		env: {
			HOST: '127.0.0.1',
			PORT: String(port),
			ORIGIN: `http://127.0.0.1:${port}`,
			BODY_SIZE_LIMIT: '16M',
			DIAL_PICK_THREADS: '2'
		}
	}
});
