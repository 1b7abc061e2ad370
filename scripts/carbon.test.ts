import { readFileSync } from 'node:fs';
import { afterEach, describe, expect, it } from 'vitest';
import { carbonInUse } from '../vite.carbon.ts';

const carbon = 'node_modules/carbon-components-svelte';

/** What the plugin makes of a file of Carbon's. */
async function made(file: string): Promise<string> {
	const { transform } = carbonInUse as unknown as {
		transform: (code: string, id: string) => Promise<string | { code: string } | null>;
	};
	const out = await transform(readFileSync(file, 'utf8'), `/somewhere/${file}`);
	return typeof out === 'string' ? out : out!.code;
}

const { Segmenter } = Intl;
afterEach(() => void Object.assign(Intl, { Segmenter }));

describe('Carbon as it is built in', () => {
	it('counts letters as before, and opens the table of letters at the first count only', async () => {
		let opened = 0;
		class Counted extends Segmenter {
			constructor() {
				super();
				opened++;
			}
		}
		Object.assign(Intl, { Segmenter: Counted });
		const load = async (code: string) =>
			(await import(`data:text/javascript,${encodeURIComponent(code)}`)) as {
				graphemeCount: (value: string) => number;
			};
		const file = `${carbon}/src/utils/graphemeCount.js`;
		const ours = await load(await made(file));
		expect(opened).toBe(0);
		const theirs = await load(readFileSync(file, 'utf8'));
		expect(opened).toBe(1);
		// A letter with its accent after it, a family, a flag: one each for the reader.
		for (const value of ['', 'heron', 'e\u0301', '\u{1f469}\u200d\u{1f467}', '\u{1f1ea}\u{1f1ea}'])
			expect(ours.graphemeCount(value)).toBe(theirs.graphemeCount(value));
		expect(ours.graphemeCount('e\u0301\u{1f469}\u200d\u{1f467}')).toBe(2);
		expect(opened).toBe(2);
	});

	it('has the styles of parts in use, and none of parts that are not, nor of fonts from elsewhere', async () => {
		const css = await made(`${carbon}/css/all.css`);
		const whole = readFileSync(`${carbon}/css/all.css`, 'utf8');
		expect(css.length).toBeLessThan(whole.length / 4);
		// In use: the modal, the slider, tabs; put together at run time: kinds of notification.
		for (const name of [
			'bx--modal.is-visible',
			'bx--slider__track',
			'bx--content-switcher-btn',
			'bx--inline-notification--error'
		])
			expect(css).toContain(name);
		// Not in use anywhere.
		for (const name of ['bx--pagination', 'bx--date-picker', 'bx--skeleton', '@font-face'])
			expect(css).not.toContain(name);
		expect(whole).toContain('bx--date-picker');
	});
});
