import { describe, expect, it } from 'vitest';
import { castOf, settingsOf } from './arranging';
import type { Composition } from './composition';
import { characterOf } from './models';
import { readPrompt } from './reading';
import { scenesFor } from './scenes';

const all = scenesFor(characterOf('turnstone-2')!, readPrompt('a hare in a meadow at night'));
const scenes = all.filter((scene) => scene.prompted);
const strays = all.filter((scene) => !scene.prompted);
const layout = { across: 0, size: 0, horizon: 0, depth: 0, pan: 0, exposure: 0, warmth: 0 };
const composition = (left: Composition['left']): Composition => ({
	layout,
	cast: 2,
	chance: 1,
	left
});

describe('the scenes of a composition', () => {
	it('are those of the prompt when every word is heard', () => {
		expect(settingsOf(scenes, strays, composition({}))).toBe(scenes);
		expect(castOf(scenes, strays, composition({}))).toBe(scenes[2]);
	});

	it('carry the tags of what they show, and none of what was left out', () => {
		const left = composition({ subject: 0, light: 1, place: 0 });
		const cast = castOf(scenes, strays, left);
		const [setting] = settingsOf(scenes, strays, left);
		expect(cast.lead.subject).toBe(strays[0].lead.subject);
		expect(cast.tags).toContain(`subject:${cast.lead.subject.id}`);
		expect(cast.tags).not.toContain('subject:hare');
		expect(setting.light).toBe(strays[4].light);
		expect(setting.tags).toContain(`light:${setting.light.id}`);
		expect(setting.tags).not.toContain('light:night');
		expect(setting.tags).toContain(`place:${setting.place.id}`);
		expect(setting.tags).not.toContain('place:meadow');
		// What nobody asked for stays.
		for (const { id } of scenes[0].uninvited) expect(setting.tags).toContain(`uninvited:${id}`);
	});
});
