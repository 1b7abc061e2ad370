// Starts the application as it was built.
import { freePort, isBuilt, startServer } from './steps.mjs';

if (!isBuilt()) {
	console.error('The application is not built yet: run "npm run build" first, or "npm run demo".');
	process.exit(1);
}
const port = await freePort(Number(process.env.PORT) || 4173);
const server = startServer(port);
console.log(`Dial Pick: http://127.0.0.1:${port}`);
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => server.kill());
server.on('close', (code) => process.exit(code ?? 0));
