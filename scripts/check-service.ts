/**
 * Checks any server against the render contract: `npm run conformance -- URL`. Where it asks who
 * calls, DIAL_PICK_TOKEN is the token.
 */
import { checkConformance } from '../src/lib/render/conformance';

const [address] = process.argv.slice(2);
if (!address || !URL.canParse(address)) {
	console.error(
		'Say which service to check, such as: npm run conformance -- http://127.0.0.1:4173/api/render/v1'
	);
	process.exit(2);
}
const signs = { kept: 'kept       ', broken: 'BROKEN     ', 'not offered': 'not offered' };
const findings = await checkConformance(
	address,
	({ promise, result, seen }) =>
		console.log(
			`${signs[result]}  ${promise}${seen ? `\n             seen: ${seen.slice(0, 400)}` : ''}`
		),
	process.env.DIAL_PICK_TOKEN
);
const count = (result: string) => findings.filter((f) => f.result === result).length;
console.log(
	`\n${count('kept')} promises kept, ${count('broken')} broken, ${count('not offered')} not offered.`
);
process.exit(count('broken') ? 1 : 0);
