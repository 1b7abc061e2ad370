import { createServer, type RequestListener } from 'node:http';
import type { AddressInfo } from 'node:net';
import { onTestFinished } from 'vitest';

/** A PNG of one point (PNG, third edition, 5.2 and 11). */
export const onePoint = Buffer.from(
	'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAQAAAC1HAwCAAAAC0lEQVR42mNkYAAAAAYAAjCB0C8AAAAASUVORK5CYII=',
	'base64'
);

/**
 * Answers on this machine until the test that asked for it has finished.
 * @returns where it answers, without a slash at its end
 */
export async function serveWhileTested(listener: RequestListener): Promise<string> {
	const server = createServer(listener);
	onTestFinished(() => {
		server.closeAllConnections();
		server.close();
	});
	await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
	return `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
}
