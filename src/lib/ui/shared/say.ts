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

const midnight = (at: number) => new Date(at).setHours(0, 0, 0, 0);

/** A day: Today, Yesterday, else its date, with the year where it is another one. */
export function daySays(at: number, now: number): string {
	const [day, today] = [new Date(at), new Date(now)];
	if (midnight(at) >= midnight(now)) return 'Today';
	if (midnight(at) === new Date(midnight(now)).setDate(today.getDate() - 1)) return 'Yesterday';
	return day.toLocaleDateString('en-GB', {
		day: 'numeric',
		month: 'long',
		...(day.getFullYear() === today.getFullYear() ? {} : { year: 'numeric' })
	});
}

/** An instant: 14:20, and before it the day where that is another one. */
export function whenSays(at: number, now: number): string {
	const time = new Date(at).toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit' });
	return midnight(at) === midnight(now) ? time : `${daySays(at, now)}, ${time}`;
}

/** The name of a file with the day and minute that it is written, so that no export takes the place of another. */
export function datedName(text: string, what: string, now = new Date()): string {
	const two = (value: number) => String(value).padStart(2, '0');
	const day = [now.getFullYear(), two(now.getMonth() + 1), two(now.getDate())].join('-');
	const time = [now.getHours(), now.getMinutes(), now.getSeconds()].map(two).join('');
	return `${fileName(text)}-${what}-${day}-${time}`;
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
