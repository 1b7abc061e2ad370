import { rgb, type Rgb } from '../colour';

/** A feeling that colours a whole scene. */
export interface Mood {
	id: string;
	words: string[];
	/** Multiplies how far colours part from grey. */
	saturation: number;
	/** Multiplies how far tones part from the middle. */
	contrast: number;
	/** What everything leans to, and how far. */
	lean: Rgb;
	amount: number;
}

const mood = (
	id: string,
	words: string[],
	saturation: number,
	contrast: number,
	lean: string,
	amount: number
): Mood => ({ id, words: [id, ...words], saturation, contrast, lean: rgb(lean), amount });

export const moods: Mood[] = [
	mood('calm', ['quiet', 'peaceful', 'serene', 'still', 'tranquil'], 0.9, 0.9, '#a9c6cc', 0.12),
	mood('cheerful', ['happy', 'joyful', 'merry', 'playful', 'lively'], 1.22, 1.04, '#ffd27a', 0.1),
	mood('gloomy', ['sad', 'melancholy', 'bleak', 'sombre', 'lonely'], 0.6, 0.96, '#56626e', 0.2),
	mood('dramatic', ['epic', 'intense', 'moody', 'bold'], 1.1, 1.28, '#2c2230', 0.08),
	mood('dreamy', ['dreamlike', 'soft mood', 'magical', 'hazy'], 0.92, 0.82, '#dcb8d8', 0.2),
	mood('warm', ['cosy', 'cozy', 'homely'], 1.06, 1, '#ff9e50', 0.14),
	mood('cold', ['icy', 'chilly', 'frosty', 'wintry mood'], 0.86, 1.04, '#6fa2d0', 0.16),
	mood('eerie', ['spooky', 'mysterious', 'haunted', 'strange'], 0.8, 1.12, '#3f6a58', 0.18),
	mood('nostalgic', ['vintage', 'old', 'faded', 'retro'], 0.72, 0.9, '#d0a870', 0.2)
];
