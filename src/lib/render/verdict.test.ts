import { ZodError } from 'zod';
import { describe, expect, it, vi } from 'vitest';
import { StorageFull } from '$lib/store';
import { RenderRefused } from './client';
import { refusal } from './fake-service';
import { ServiceAmiss } from './reading';
import { verdictOn } from './verdict';

vi.mock('$lib/workers', () => ({}));

const sending = (status: number, errors?: { path: string; message: string }[]) =>
	verdictOn(refusal(status, 'No.', errors), 'sending');
const at = (...paths: string[]) => paths.map((path) => ({ path, message: 'no' }));

describe('what follows from a refusal while a part is sent', () => {
	it.each([400, 413, 422])('with %i: these takes can\u2019t be made', (status) => {
		expect(sending(status)).toEqual({ then: 'fail', takes: null, says: 'No.' });
		// Both ways of writing a place, each take once.
		expect(sending(status, at('takes.2.seed', '/takes/0/steps', 'takes.2.width'))).toMatchObject({
			then: 'fail',
			takes: [2, 0]
		});
		// One error that names no take is about all of them.
		expect(sending(status, at('takes.2.seed', 'key'))).toMatchObject({ takes: null });
	});

	it('for lost pictures or adapters alone: they go out again', () => {
		const lost = at('takes.1.start.image', 'takes.3.references.0.image', 'takes.3.adapters.2.id');
		expect(sending(422, lost)).toMatchObject({ then: 'resend', takes: [1, 3] });
		expect(sending(422, [...lost, ...at('takes.1.seed')])).toMatchObject({ then: 'fail' });
		expect(sending(400, lost)).toMatchObject({ then: 'fail' });
	});

	it.each([429, 500, 503])('with %i: it is tried again, after as long as was asked', (status) => {
		expect(sending(status)).toEqual({
			...{ then: 'again', says: 'No. Trying again.', wait: null, most: Infinity }
		});
		const later = new RenderRefused(status, { title: 'No', status, detail: 'No.' }, 7);
		expect(verdictOn(later, 'following')).toMatchObject({ then: 'again', wait: 7000 });
	});

	it('with 404 it is tried a few times, and with anything else the run waits', () => {
		expect(sending(404)).toMatchObject({ then: 'again', most: 6 });
		expect(sending(403)).toEqual({ then: 'pause', says: 'The render service refuses: No.' });
		expect(sending(401)).toMatchObject({ then: 'pause' });
		expect(sending(409)).toEqual({ then: 'anew' });
	});
});

describe('what follows while a job is followed', () => {
	it.each([400, 403, 404, 410, 413, 422])(
		'from %i: what is open is sent again in a new job',
		(status) => {
			expect(verdictOn(refusal(status, 'No.'), 'following')).toEqual({ then: 'anew' });
		}
	);

	it('from a missing token: the run waits, since a job that goes on is not made twice', () => {
		expect(verdictOn(refusal(401, 'No.'), 'following')).toMatchObject({ then: 'pause' });
	});
});

describe('what follows from anything else', () => {
	it('is a pause where the browser is full, and patience where nobody answers', () => {
		expect(verdictOn(new StorageFull(), 'following')).toMatchObject({ then: 'pause' });
		expect(verdictOn(new TypeError('Failed to fetch'), 'sending')).toMatchObject({
			...{ then: 'again', most: Infinity }
		});
	});

	it('is a few tries where the answers break the contract', () => {
		for (const cause of [new ZodError([]), new SyntaxError('x'), new ServiceAmiss('No end.')])
			expect(verdictOn(cause, 'sending')).toMatchObject({ then: 'again', most: 6 });
		expect(verdictOn(new ServiceAmiss('No end.'), 'sending')).toMatchObject({
			says: 'What the render service answers does not keep the contract: No end.'
		});
	});
});
