/**
 * Checks any server against the render contract: `npm run conformance -- URL`. Where it asks who
 * calls, DIAL_PICK_TOKEN is the token.
 */
import { checkConformance, priceOfCheck } from '../src/lib/render/conformance';
import { RenderClient } from '../src/lib/render/client';

const [address] = process.argv.slice(2);
if (!address || !URL.canParse(address)) {
	console.error(
		'Say which service to check, such as: npm run conformance -- http://127.0.0.1:4173/api/render/v1'
	);
	process.exit(2);
}
const token = process.env.DIAL_PICK_TOKEN;
const cards = await new RenderClient(address, {}, token).models().catch(() => []);
if (cards.length) {
	const { takes, credits } = priceOfCheck(cards);
	console.log(`${takes} takes, at most ${credits} credits.\n`);
}
let cost = 0;
const signs = { kept: 'kept       ', broken: 'BROKEN     ', 'not offered': 'not offered' };
const findings = await checkConformance(
	address,
	({ promise, result, seen }) =>
		console.log(
			`${signs[result]}  ${promise}${seen ? `\n             seen: ${seen.slice(0, 400)}` : ''}`
		),
	token,
	(credits) => (cost = credits)
);
const count = (result: string) => findings.filter((f) => f.result === result).length;
console.log(
	`\n${count('kept')} promises kept, ${count('broken')} broken, ${count('not offered')} not offered. It came to ${cost} credits.`
);
process.exit(count('broken') ? 1 : 0);
