import {
	DescriptionRequest,
	FullerRequest,
	ReadingRequest,
	type Description,
	type FullerVersions,
	type Reading
} from '$lib/core/schema';
import { characterOf, describePicture, readPrompt } from '$lib/core/standins';
import { fullerVersions } from '$lib/core/wording';
import type { Images } from './images';
import { invalid, problem } from './problem';

/** Says which words of a prompt a model has no notion of. */
export function readWords(body: unknown): Reading {
	const parsed = ReadingRequest.safeParse(body);
	if (!parsed.success) throw invalid(parsed.error);
	const { model, prompt, negative } = parsed.data;
	const character = characterOf(model);
	if (!character) {
		const message = `There is no model "${model}" here.`;
		throw problem(422, 'The model is not known', message, [{ path: 'model', message }]);
	}
	return {
		unread: readPrompt(prompt, character.card.promptWords).unread,
		...(negative === undefined ? {} : { unreadNegative: readPrompt(negative).unread })
	};
}

/** Makes fuller versions of a plain line. */
export function writeFuller(body: unknown): FullerVersions {
	const parsed = FullerRequest.safeParse(body);
	if (!parsed.success) throw invalid(parsed.error);
	return { versions: fullerVersions(parsed.data) };
}

/** Says in words what a picture shows that was sent before. */
export function describeImage(body: unknown, images: Images): Description {
	const parsed = DescriptionRequest.safeParse(body);
	if (!parsed.success) throw invalid(parsed.error);
	const { image } = parsed.data;
	const picture = images.find(image);
	if (!picture) {
		const message = `The picture "${image.slice(0, 80)}" is not known here; send it again first.`;
		throw problem(422, 'A picture is missing', message, [{ path: 'image', message }]);
	}
	return describePicture(new Uint8Array(picture.pixels), picture.width, picture.height);
}
