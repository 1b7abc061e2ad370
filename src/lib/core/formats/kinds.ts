/** The kinds of pictures that are kept, with the first bytes that tell them (W3C PNG, ITU-T T.81, RFC 9649). */
const kinds = [
	{ type: 'image/png', ending: '.png', starts: [0x89, 0x50, 0x4e, 0x47] },
	{ type: 'image/jpeg', ending: '.jpg', starts: [0xff, 0xd8, 0xff] },
	{ type: 'image/webp', ending: '.webp', starts: [0x52, 0x49, 0x46, 0x46] }
] as const;

export type PictureKind = (typeof kinds)[number];

/** The kind of a picture by its first bytes; WebP, in which takes are kept, when they tell nothing. */
export const pictureKind = (bytes: Uint8Array): PictureKind =>
	kinds.find(({ starts }) => starts.every((byte, i) => bytes[i] === byte)) ?? kinds[2];

/** The ending of a file name for a media type; that of WebP when it is not known. */
export const endingOf = (type: string): string =>
	kinds.find((kind) => kind.type === type)?.ending ?? kinds[2].ending;

/** Whether a file is a picture or a table of settings, by its name. */
export const isPictureName = (name: string): boolean => /\.(png|jpe?g|webp)$/i.test(name);
export const isTableName = (name: string): boolean => /\.(csv|tsv|txt)$/i.test(name);
