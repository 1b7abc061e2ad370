import type { PictureFormat } from './format';
import { jpeg } from './jpeg';
import { png } from './png';
import { webp } from './webp';

/** The formats that are read and written. A new one is a file and a line here. */
const register: readonly PictureFormat[] = [png, jpeg, webp];

/** The format of a picture by its first bytes, whatever its name says; null for what is none. */
export const kindOf = (bytes: Uint8Array): PictureFormat | null =>
	register.find(({ begins }) => begins(bytes)) ?? null;

/** The ending of a file name for a media type; that of WebP, in which takes are kept, when it is not known. */
export const endingOf = (type: string): string =>
	(register.find((format) => format.type === type) ?? webp).ending;

/** Whether a file is a picture, by its name. */
export const isPictureName = (name: string): boolean => /\.(png|jpe?g|webp)$/i.test(name);
