// Installs what is missing, builds, starts, and says where the demo is. Node alone is needed.
import { answers, build, freePort, install, say, startServer } from './steps.mjs';

await install();
await build();
const port = await freePort(4173);
say('Starting');
const server = startServer(port);
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => server.kill());
server.on('close', (code) => process.exit(code ?? 0));
const address = `http://127.0.0.1:${port}`;
if (await answers(`${address}/api/render/v1/models`)) {
	console.log(`
Dial Pick is running.

    ${address}/demo      the demo: a brief that has been worked through
    ${address}           your own briefs

Pictures are made by simulated models on this machine; nothing leaves it.
Stop it with Ctrl+C.`);
} else {
	console.error('The application was built but does not answer; see above.');
	server.kill();
	process.exit(1);
}
