import { beforeEach, describe, expect, it, vi } from 'vitest';
import type { Answered, Findings } from '$lib/core/findings';
import { noEvidence, type Evidence } from '$lib/core/judge';
import { KeptFindings } from './kept.svelte';

/** Work that was begun: it tells answers, and ends or fails when it is told to. */
const work: {
	evidence: Evidence;
	tell: (one: Answered) => void;
	end: (found: Findings) => void;
	fail: () => void;
}[] = [];
const store = new Map<string, { key: string; briefId: string; hash: string; found: Findings }>();

vi.mock('$app/environment', () => ({ version: '1' }));
vi.mock('$lib/workers', () => ({
	findingsIn: (evidence: Evidence, tell: (one: Answered) => void) =>
		new Promise((end, fail) =>
			work.push({ evidence, tell, end, fail: () => fail(new Error('The worker ended.')) })
		)
}));
vi.mock('$lib/store', () => ({
	keptFindings: (key: string) => Promise.resolve(store.get(key)),
	keepFindings: (one: { key: string; briefId: string; hash: string; found: Findings }) => {
		store.set(one.key, one);
		return Promise.resolve();
	}
}));

const answer = (id: string, text: string) => ({ id, text }) as unknown as Answered;
const found = (...said: Answered[]) => ({ said }) as unknown as Findings;
/** Evidence that differs by a name. */
const evidence = (name: string): Evidence => ({
	...noEvidence(),
	names: { faults: { a: name }, measures: {} }
});
const settled = (milliseconds = 90) => new Promise((done) => setTimeout(done, milliseconds));
const texts = ({ said }: KeptFindings) =>
	said.map((one) => (one as unknown as { text: string }).text);

beforeEach(() => {
	work.length = 0;
	store.clear();
});

describe('findings that are kept', () => {
	it('stand one by one as they are worked out, and are kept when all are there', async () => {
		const kept = new KeptFindings();
		kept.show('b1', 'all', evidence('one'));
		await settled();
		work[0].tell(answer('best', 'Alder'));
		expect([texts(kept), kept.renewing]).toEqual([['Alder'], true]);
		work[0].end(found(answer('best', 'Alder'), answer('price', '3')));
		await settled(0);
		expect([texts(kept), kept.renewing]).toEqual([['Alder', '3'], false]);
		expect(store.get('all')).toMatchObject({ briefId: 'b1' });
	});

	it('are there at once the next time, without work, where nothing has changed', async () => {
		const first = new KeptFindings();
		first.show('b1', 'all', evidence('one'));
		await settled();
		work[0].end(found(answer('best', 'Alder')));
		await settled(0);
		const next = new KeptFindings();
		next.show('b1', 'all', evidence('one'));
		await settled();
		expect([texts(next), next.renewing, work.length]).toEqual([['Alder'], false, 1]);
	});

	it('show the last ones while something that changed is worked out', async () => {
		const kept = new KeptFindings();
		kept.show('b1', 'all', evidence('one'));
		await settled();
		work[0].end(found(answer('best', 'Alder')));
		await settled(0);
		kept.show('b1', 'all', evidence('two'));
		await settled();
		expect([texts(kept), kept.renewing]).toEqual([['Alder'], true]);
		work[1].tell(answer('best', 'Birch'));
		expect(texts(kept)).toEqual(['Birch']);
	});

	it('work out the last of what comes together in steps, and nothing before', async () => {
		const kept = new KeptFindings();
		for (const name of ['one', 'two', 'three']) kept.show('b1', 'all', evidence(name));
		await settled();
		expect(work.map((one) => one.evidence.names.faults.a)).toEqual(['three']);
	});

	it('are not those of a scope that was left: what comes late is not shown or kept', async () => {
		const kept = new KeptFindings();
		kept.show('b1', 'all', evidence('one'));
		await settled();
		kept.show('b1', 'run', evidence('two'));
		await settled();
		work[0].tell(answer('best', 'Alder'));
		work[0].end(found(answer('best', 'Alder')));
		await settled(0);
		expect([texts(kept), store.has('all'), kept.renewing]).toEqual([[], false, true]);
		work[1].end(found(answer('best', 'Birch')));
		await settled(0);
		expect([texts(kept), store.has('run')]).toEqual([['Birch'], true]);
	});

	it('say why they could not be worked out, until they are asked for again', async () => {
		const kept = new KeptFindings();
		kept.show('b1', 'all', evidence('one'));
		await settled();
		work[0].fail();
		await settled(0);
		expect([kept.trouble, kept.renewing]).toEqual(['The worker ended.', false]);
		kept.show('b1', 'all', evidence('one'));
		expect([kept.trouble, kept.renewing]).toEqual([null, true]);
	});
});
