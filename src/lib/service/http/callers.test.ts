import { spawnSync } from 'node:child_process';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { callerOf, stranger } from './callers';
import { guard } from './guard';

const asked = (authorization?: string) =>
	new Request('http://127.0.0.1:4173/api/render/v1/models', {
		headers: { host: '127.0.0.1:4173', ...(authorization ? { authorization } : {}) }
	});

describe('callers', () => {
	afterEach(() => vi.unstubAllEnvs());

	it('are all welcome where no tokens are given out', () => {
		expect(stranger(asked())).toBeNull();
		expect(callerOf(asked('Bearer whatever'))).toBe('here');
	});

	it('are known by their tokens, and refused with 401 and how to ask without one (RFC 6750, section 3)', async () => {
		vi.stubEnv('DIAL_PICK_TOKENS', 'anna:first-secret, ben:second-secret,third-secret');
		expect(callerOf(asked('Bearer second-secret'))).toBe('ben');
		// The scheme's name has no case (RFC 9110, 11.1).
		expect(callerOf(asked('bearer first-secret'))).toBe('anna');
		expect(callerOf(asked('Bearer third-secret'))).toBe('caller-3');
		for (const wrong of [undefined, 'Bearer', 'Bearer first-secre', 'Basic first-secret', 'anna'])
			expect(stranger(asked(wrong))?.problem.status).toBe(401);
		const refused = guard(asked());
		expect(refused?.status).toBe(401);
		expect(refused?.headers.get('www-authenticate')).toBe('Bearer');
		expect(JSON.stringify(await refused!.json())).not.toContain('secret');
		expect(guard(asked('Bearer first-secret'))).toBeNull();
	});

	it.each([',', ' , ', 'anna:', 'anna:,ben: '])(
		'are none where the list %j names no token: it lets nobody in',
		(list) => {
			vi.stubEnv('DIAL_PICK_TOKENS', list);
			for (const one of [undefined, 'Bearer', 'Bearer ,', 'Bearer anna'])
				expect(guard(asked(one))?.status).toBe(401);
			// The program does not start with such a list, on loopback or off it.
			for (const HOST of ['127.0.0.1', '0.0.0.0']) {
				const env = { ...process.env, HOST, PORT: '0', DIAL_PICK_TOKENS: list };
				const started = spawnSync('node', ['scripts/serve.mjs'], { env, timeout: 20_000 });
				expect(started.status).toBe(2);
				expect(started.stderr.toString()).toContain('names no token');
			}
		},
		30_000
	);
});
