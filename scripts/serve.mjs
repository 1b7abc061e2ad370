// The built application as a server: what adapter-node made, with headers on every answer, files too.
import { readFileSync } from 'node:fs';
import { createServer } from 'node:http';
import { dirname, resolve } from 'node:path';
import { fileURLToPath, pathToFileURL } from 'node:url';
import compression from 'compression';

const here = dirname(fileURLToPath(import.meta.url));
/** @type {Record<string, string>} */
const headers = JSON.parse(readFileSync(resolve(here, 'headers.json'), 'utf8'));
process.env.BODY_SIZE_LIMIT ??= '16M';
process.env.ORIGIN ??= `http://127.0.0.1:${process.env.PORT ?? 4173}`;
const host = process.env.HOST ?? '127.0.0.1';
/** Tokens that somebody can call with: neither commas alone nor a name without its token are any. */
const tokens = (process.env.DIAL_PICK_TOKENS ?? '')
	.split(',')
	.filter((one) => one.slice(one.indexOf(':') + 1).trim());
if (process.env.DIAL_PICK_TOKENS && !tokens.length) {
	console.error(
		'DIAL_PICK_TOKENS names no token, so nobody could be told apart. Write tokens as anna:a-long-secret with commas between them, or leave it out.'
	);
	process.exit(2);
}
if (!/^(localhost|127(\.\d{1,3}){3}|::1)$/.test(host) && !tokens.length) {
	console.error(
		`The service does not listen on ${host} for everybody: say who may call in DIAL_PICK_TOKENS, as anna:a-long-secret, with commas between them, or listen on 127.0.0.1.`
	);
	process.exit(2);
}
/** @type {{ handler: import('node:http').RequestListener }} */
const { handler } = await import(pathToFileURL(resolve(here, '../build/handler.js')).href);

/** A file is nothing that runs by itself; pages say their own policy. */
const forFiles = "default-src 'none'; style-src 'unsafe-inline'; img-src 'self' data:; sandbox";

/** Pages and answers go packed; files were packed when they were built, events come one by one. */
const packed = compression({
	filter: (_, response) =>
		/^(text\/html|application\/(problem\+)?json)\b/.test(String(response.getHeader('content-type')))
});

/** How long what is being answered may go on after the program was told to end, in milliseconds. */
const GRACE = 1500;

const server = createServer((request, response) => {
	// The framework drops a body of no kind, such as the bytes of a picture that a script sends.
	request.headers['content-type'] ??= 'application/octet-stream';
	for (const [name, value] of Object.entries(headers)) response.setHeader(name, value);
	// Pictures and archives that ship; scripts, workers and styles are named by the pages' own policy.
	if (!/^\/(_app\/|$)/.test(request.url ?? '') && /\.\w+$/.test(request.url?.split('?')[0] ?? ''))
		response.setHeader('content-security-policy', forFiles);
	packed(/** @type {any} */ (request), /** @type {any} */ (response), () =>
		handler(request, response)
	);
});
// A body that never ends, or headers that trickle in, hold nothing up for long.
server.headersTimeout = 20_000;
server.requestTimeout = 120_000;
// Longer than what stands in front of it keeps a connection (a minute is common practice): a request
// never meets one that is just being closed.
server.keepAliveTimeout = 65_000;

server.listen(Number(process.env.PORT ?? 4173), host);

let ending = false;
for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP'])
	process.on(signal, () => {
		if (ending) return;
		ending = true;
		// Takes that are being made are given up, with their threads.
		process.emit(/** @type {any} */ ('sveltekit:shutdown'), /** @type {any} */ (signal));
		server.close();
		setTimeout(() => {
			server.closeAllConnections();
			process.exit(0);
		}, GRACE);
	});
