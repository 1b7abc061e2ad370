/** Prints findings without a browser. `npm run findings -- --help` says how. */
import { FileProblem } from '../src/lib/core/problem';
import { findingsFor, HELP } from './print-findings';

try {
	process.stdout.write(`${(await findingsFor(process.argv.slice(2))).trimEnd()}\n`);
} catch (cause) {
	const { code, message, path } = cause as { code?: string; message: string; path?: string };
	const usage = code?.startsWith('ERR_PARSE_ARGS');
	if (code !== 'ENOENT' && !usage && !(cause instanceof FileProblem)) throw cause;
	const says = code === 'ENOENT' ? `There is no file ${path}.` : message;
	process.stderr.write(`${says}\n${usage ? `\n${HELP}` : ''}`);
	process.exitCode = 1;
}
