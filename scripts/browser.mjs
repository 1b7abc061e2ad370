import { chromium } from '@playwright/test';
import { answers, ensureChromium, freePort, isBuilt, quiet, startServer } from './steps.mjs';

/**
 * Starts the built application and a browser in front of it, and ends both afterwards.
 * @param {(page: import('@playwright/test').Page, address: string) => Promise<void>} work
 */
export async function withBrowser(work) {
	if (!isBuilt()) throw new Error('Build the application first: npm run build');
	const executablePath = await ensureChromium();
	if (!executablePath) process.exit(1);
	const port = await freePort(0);
	const server = startServer(port);
	const browser = await chromium.launch({
		executablePath,
		args: quiet
	});
	try {
		const address = `http://127.0.0.1:${port}`;
		if (!(await answers(`${address}/api/render/v1/models`)))
			throw new Error('The application does not answer.');
		const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
		await work(page, address);
	} finally {
		await browser.close();
		server.kill();
	}
}
