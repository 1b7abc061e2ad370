import { XMLBuilder, XMLParser } from 'fast-xml-parser';
import type { Edits } from '$lib/core/edits';
import { Levels, type Made } from '$lib/core/dials';
import {
	TakeSettings,
	TakeWords,
	type Line,
	type ModelCard,
	type Pick as Picked
} from '$lib/core/schema';
import type { z } from 'zod';
import { readyToPrint, withXmp, xmpIn } from '$lib/core/picture';
import { FileProblem } from '$lib/core/problem';

/** What a picture says of itself: everything that decides a take's place on every dial. */
export interface PictureFacts extends Made {
	title: string;
	/** The model's name and version, as people know it. */
	system: string;
	systemVersion: string;
	/** The take's own id, and the takes that it came from. */
	id?: string;
	line?: Line;
	/** What was changed of it on this machine. */
	edits?: Edits;
	/** What speaks for its settings, where they were picked. */
	pick?: { name: string; reason: string; evidence: Picked['evidence'] };
	/** Who wrote the prompt; left out when empty. */
	promptWriter?: string;
}

/** What a take's picture says of itself. */
export const factsOf = (
	{
		id,
		number,
		settings,
		words,
		levels,
		line,
		edits
	}: Made & { id: string; number: number; line?: Line; edits?: Edits },
	brief: string,
	card: Pick<ModelCard, 'name' | 'version'> | undefined
): PictureFacts => ({
	title: `${brief}, take ${number}`,
	id,
	...(line?.length ? { line } : {}),
	...(edits?.length ? { edits } : {}),
	settings,
	...(words ? { words } : {}),
	...(levels ? { levels } : {}),
	system: card?.name ?? settings.model,
	systemVersion: card?.version ?? ''
});

/** IPTC NewsCodes, Digital Source Type: media made by a trained algorithm. */
export const MADE_BY_MODEL =
	'http://cv.iptc.org/newscodes/digitalsourcetype/trainedAlgorithmicMedia';

const TOOL = 'Dial Pick';

const namespaces = {
	'@xmlns:dc': 'http://purl.org/dc/elements/1.1/',
	'@xmlns:xmp': 'http://ns.adobe.com/xap/1.0/',
	'@xmlns:Iptc4xmpExt': 'http://iptc.org/std/Iptc4xmpExt/2008-02-29/',
	'@xmlns:xmpMM': 'http://ns.adobe.com/xap/1.0/mm/',
	'@xmlns:stRef': 'http://ns.adobe.com/xap/1.0/sType/ResourceRef#',
	'@xmlns:dialpick': 'urn:dial-pick:picture:1'
};

const xml = {
	ignoreAttributes: false,
	attributeNamePrefix: '@',
	parseTagValue: false,
	parseAttributeValue: false
};

/**
 * An XMP packet (ISO 16684-1) with the machine-made mark, the IPTC Photo Metadata 2025.1
 * properties for machine-made pictures (names from memory), and the complete settings as JSON.
 */
function writeXmp(facts: PictureFacts): string {
	const alt = (text: string) => ({
		'rdf:Alt': { 'rdf:li': { '@xml:lang': 'x-default', '#text': plain(text) } }
	});
	const body = new XMLBuilder({ ...xml, suppressEmptyNode: true }).build({
		'x:xmpmeta': {
			'@xmlns:x': 'adobe:ns:meta/',
			'rdf:RDF': {
				'@xmlns:rdf': 'http://www.w3.org/1999/02/22-rdf-syntax-ns#',
				'rdf:Description': {
					'@rdf:about': '',
					...namespaces,
					'dc:title': alt(facts.title),
					'xmp:CreatorTool': TOOL,
					...derived(facts),
					'Iptc4xmpExt:DigitalSourceType': MADE_BY_MODEL,
					'Iptc4xmpExt:AIPromptInformation': plain(facts.settings.prompt),
					...(facts.promptWriter
						? { 'Iptc4xmpExt:AIPromptWriterName': plain(facts.promptWriter) }
						: {}),
					'Iptc4xmpExt:AISystemUsed': plain(facts.system),
					'Iptc4xmpExt:AISystemVersionUsed': plain(facts.systemVersion),
					'dialpick:settings': json(facts.settings),
					...(facts.words ? { 'dialpick:words': json(facts.words) } : {}),
					...(facts.levels ? { 'dialpick:levels': json(facts.levels) } : {}),
					...(facts.pick ? { 'dialpick:pick': json(facts.pick) } : {})
				}
			}
		}
	});
	return `<?xpacket begin="\uFEFF" id="W5M0MpCehiHzreSzNTczkc9d"?>${body}<?xpacket end="w"?>`;
}

/** Characters that no XML may hold (XML 1.0, clause 2.2), among them halves of a pair. */
const NOT_XML =
	// eslint-disable-next-line no-control-regex
	/[\u0000-\u0008\u000b\u000c\u000e-\u001f\ufffe\uffff]|[\ud800-\udbff](?![\udc00-\udfff])|(?<![\ud800-\udbff])[\udc00-\udfff]/g;

/** A text that XML may hold: a space in place of every character that it may not. */
const plain = (text: string): string => text.replace(NOT_XML, ' ');

/** A value as JSON that XML may hold, without loss: JSON escapes the other characters itself. */
const json = (value: unknown): string =>
	JSON.stringify(value).replace(/[\ufffe\uffff]/g, (one) => `\\u${one.charCodeAt(0).toString(16)}`);

/** Document ids of the standard for a take's picture: the same take, the same document. */
const documentOf = (take: string): string => `xmp.did:${take}`;

/** What a picture was derived from (ISO 16684-1, xmpMM:DerivedFrom: one resource), and all of it. */
const derived = ({ id, line, edits }: PictureFacts) => ({
	...(edits?.length ? { 'dialpick:edits': json(edits) } : {}),
	...(id ? { 'xmpMM:DocumentID': documentOf(id) } : {}),
	...(line?.length
		? {
				'xmpMM:DerivedFrom': {
					'@rdf:parseType': 'Resource',
					'stRef:documentID': documentOf(line[0].take)
				},
				'dialpick:line': json(line)
			}
		: {})
});

/**
 * What a picture in an XMP packet was made with. Throws a FileProblem when there are no settings that
 * can be used; words and places that cannot be are left out, since the settings hold without them.
 */
function readXmp(packet: string): Made {
	const found = propertiesOf(packet);
	const text = found('settings');
	if (text === null) {
		throw new FileProblem(
			'This picture carries no settings of Dial Pick. Choose one that was exported here.'
		);
	}
	let value: unknown;
	try {
		value = JSON.parse(text);
	} catch {
		throw new FileProblem('The settings in this picture are damaged. Choose another copy of it.');
	}
	const parsed = TakeSettings.safeParse(value);
	if (!parsed.success) {
		const { path, message } = parsed.error.issues[0];
		throw new FileProblem(
			`The settings in this picture cannot be used: ${path.join('.') || 'all of them'}: ${message}.`
		);
	}
	const words = optional(found('words'), TakeWords);
	const levels = optional(found('levels'), Levels);
	return { settings: parsed.data, ...(words ? { words } : {}), ...(levels ? { levels } : {}) };
}

/**
 * A picture with everything that made it written inside, in place of what it said before, and ready for
 * printers and shops. Its pixels stay as they are.
 *
 * @param perInch pixels per inch, for a print; what the picture says already without
 * @throws {FileProblem} for a damaged picture, and where the settings are too long for its format
 */
export const stampPicture = (
	bytes: Uint8Array,
	facts: PictureFacts,
	perInch?: number
): Uint8Array<ArrayBuffer> => withXmp(readyToPrint(bytes, perInch), writeXmp(facts));

/**
 * What a picture was made with, as it says inside.
 *
 * @throws {FileProblem} where it says nothing that can be used
 */
export function madeInside(bytes: Uint8Array): Made {
	const packet = xmpIn(bytes);
	if (packet === null)
		throw new FileProblem('This picture carries no settings. Choose one that was exported here.');
	return readXmp(packet);
}

/** A value that need not be there. */
function optional<T>(text: string | null, schema: z.ZodType<T>): T | undefined {
	if (text === null) return undefined;
	try {
		return schema.safeParse(JSON.parse(text)).data;
	} catch {
		return undefined;
	}
}

/** The program's own properties in a packet, by their names. */
function propertiesOf(packet: string): (name: string) => string | null {
	let tree: unknown;
	try {
		tree = new XMLParser({ ...xml, processEntities: true, trimValues: false }).parse(packet);
	} catch {
		return () => null;
	}
	const step = (value: unknown, key: string): unknown =>
		typeof value === 'object' && value !== null
			? (value as Record<string, unknown>)[key]
			: undefined;
	const described = step(step(step(tree, 'x:xmpmeta'), 'rdf:RDF'), 'rdf:Description');
	const all = Array.isArray(described) ? described : [described];
	return (name) => {
		for (const one of all) {
			const text = step(one, `dialpick:${name}`) ?? step(one, `@dialpick:${name}`);
			if (typeof text === 'string') return text;
		}
		return null;
	};
}
