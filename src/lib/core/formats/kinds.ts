/** The kinds of pictures that are kept, told by their first bytes (W3C PNG, ITU-T T.81, RFC 9649). */
const kinds = [
	{
		type: 'image/png',
		ending: '.png',
		is: (b: Uint8Array) => starts(b, [0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a])
	},
	{ type: 'image/jpeg', ending: '.jpg', is: (b: Uint8Array) => starts(b, [0xff, 0xd8, 0xff]) },
	{
		type: 'image/webp',
		ending: '.webp',
		is: (b: Uint8Array) =>
			starts(b, [0x52, 0x49, 0x46, 0x46]) && starts(b.subarray(8), [0x57, 0x45, 0x42, 0x50])
	}
] as const;

const starts = (bytes: Uint8Array, first: readonly number[]) =>
	first.every((byte, i) => bytes[i] === byte);

export type PictureKind = (typeof kinds)[number];

/** The kind of a picture by its first bytes; null for what is no picture that is kept here. */
export const kindOf = (bytes: Uint8Array): PictureKind | null =>
	kinds.find(({ is }) => is(bytes)) ?? null;

/** The ending of a file name for a media type; that of WebP, in which takes are kept, when it is not known. */
export const endingOf = (type: string): string =>
	kinds.find((kind) => kind.type === type)?.ending ?? '.webp';

/** Whether a file is a picture or a table of settings, by its name. */
export const isPictureName = (name: string): boolean => /\.(png|jpe?g|webp)$/i.test(name);
export const isTableName = (name: string): boolean => /\.(csv|tsv|txt)$/i.test(name);
