export { many } from '$lib/core/wording';

/** Credits with one place: 124.8. */
export function credits(value: number): string {
	return value.toFixed(1);
}

/** A sum of money with its currency: $1.72, 1.72 EUR where the sign is not known. */
export function money(value: number, currency: string): string {
	try {
		return value.toLocaleString('en', { style: 'currency', currency });
	} catch {
		return `${value.toFixed(2)} ${currency}`;
	}
}

/** Minutes and seconds: 2:50; under a second, 0:01. */
export function clock(seconds: number): string {
	const whole = Math.max(seconds > 0 ? 1 : 0, Math.round(seconds));
	return `${Math.floor(whole / 60)}:${String(whole % 60).padStart(2, '0')}`;
}

/** A file's name without what file systems mind. */
export function fileName(text: string): string {
	return (
		text
			.toLowerCase()
			.normalize('NFKD')
			.replace(/[^\p{L}\p{N}]+/gu, '-')
			.replace(/^-+|-+$/g, '')
			.slice(0, 60) || 'untitled'
	);
}
