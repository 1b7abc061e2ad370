import { foundSays } from '$lib/core/findings';
import { factsOf, recordHtml } from '$lib/core/formats';
import { endingOf } from '$lib/core/picture';
import type { Brief, ModelCard, Pick, Take } from '$lib/core/schema';
import * as store from '$lib/store';
import { fileName, saveFile } from '$lib/ui/shared';
import { plainPicture, stampOne } from '$lib/workers';
import { settingLines } from './lines';

/** Longer side of a record's picture, in pixels: enough for a page at 200 dots an inch. */
const LONGEST = 1400;

interface HandedOn {
	pick: Pick;
	brief: Brief;
	/** The take that shows it. */
	take: Take | undefined;
	cards: readonly ModelCard[];
}

/** Saves the record of a pick: one page to print or hand on. */
export async function saveRecord({ pick, brief, take, cards }: HandedOn): Promise<void> {
	const stored = take && (await store.pictureOf(take.id));
	const { found, ...counts } = pick.evidence;
	const html = recordHtml({
		title: pick.name,
		brief: [brief.name, brief.purpose].filter(Boolean).join(', '),
		reason: pick.reason,
		picture: stored ? await plainPicture(stored.picture, LONGEST) : null,
		caption: take ? `Take ${take.number} shows them.` : '',
		settings: settingLines(pick, cards),
		evidence: found
			? foundSays(found)
			: [
					[
						'takes',
						`${counts.takes}: ${counts.kept} kept, ${counts.maybe} maybe, ${counts.dropped} dropped`
					]
				],
		made: `Picked on ${new Date(pick.createdAt).toLocaleDateString('en', { dateStyle: 'long' })}`
	});
	saveFile(`${fileName(pick.name)}.record.html`, html, 'text/html');
}

/** Saves the picture that shows a pick, with settings, reason and evidence inside. */
export async function savePicture({ pick, brief, take, cards }: HandedOn): Promise<boolean> {
	const stored = take && (await store.pictureOf(take.id));
	if (!stored) return false;
	const facts = factsOf(
		take,
		brief.name,
		cards.find(({ id }) => id === take.settings.model)
	);
	const { name, reason, evidence } = pick;
	const picture = await stampOne({
		picture: stored.picture,
		facts: { ...facts, pick: { name, reason, evidence } }
	});
	saveFile(fileName(name) + endingOf(picture.type), picture, picture.type);
	return true;
}
