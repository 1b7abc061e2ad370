import { Redis } from 'ioredis';

/** Everything that the service keeps in Redis has a name that begins so. */
const PREFIX = 'dial-pick';

/** Where things lie in Redis. */
export const keyOf = {
	/** A job's id, by its caller and the key that it was sent under. */
	sent: (caller: string, key: string) => `${PREFIX}:sent:${JSON.stringify([caller, key])}`,
	/** What a job is: a hash. */
	job: (job: string) => `${PREFIX}:job:${job}`,
	/** How far a take is: a hash. */
	take: (take: string) => `${PREFIX}:take:${take}`,
	/** A job's events: a stream, whose ids are 0-1, 0-2 and so on. */
	events: (job: string) => `${PREFIX}:events:${job}`,
	/** A finished picture's bytes. */
	picture: (take: string) => `${PREFIX}:picture:${take}`,
	/** Pictures by when they were finished: a sorted set; and their sizes: a hash. */
	pictures: `${PREFIX}:pictures`,
	sizes: `${PREFIX}:picture-sizes`,
	/** What a caller uploaded, by its hash; how large each is, and when it was asked for last: a hash and a sorted set. */
	sentIn: (caller: string, kind: string, id: string) =>
		`${PREFIX}:${kind}:${JSON.stringify([caller, id])}`,
	sentSizes: (caller: string) => `${PREFIX}:sent-sizes:${caller}`,
	sentTimes: (caller: string) => `${PREFIX}:sent-times:${caller}`,
	/** A caller's takes that have not ended, by when they count no more unless it is said again: a sorted set. */
	open: (caller: string) => `${PREFIX}:open:${caller}`,
	/** Takes that have ended, by model and state, and their seconds by model: hashes. */
	ended: `${PREFIX}:ended`,
	seconds: `${PREFIX}:seconds`,
	/** Workers by when they last said that they live: a sorted set; and what each is: a string. */
	workers: `${PREFIX}:workers`,
	worker: (id: string) => `${PREFIX}:worker:${id}`,
	/** Models by when a worker offered them last: a sorted set. */
	models: `${PREFIX}:models`,
	/** Written to find out whether Redis takes anything on. */
	probe: `${PREFIX}:probe`,
	/** The number that a model's line serves, and each caller's last number in it: a hash. */
	serving: (model: string) => `${PREFIX}:serving:${model}`,
	line: (model: string) => `${PREFIX}:line:${model}`
};

/** Told to all workers: that takes were added, and the id of a take that is not wanted any more. */
export const channels = { added: `${PREFIX}:added`, cancelled: `${PREFIX}:cancelled` };

/** The BullMQ queue of a model's takes. */
export const queueOf = (model: string): string => `${PREFIX}-${model}`;

/** What lies in a queue: enough to make a take anywhere. */
export interface QueuedTake {
	job: string;
	take: string;
	caller: string;
	/** The take as the contract has it. */
	request: unknown;
	/** Its number in the line. */
	number: number;
}

/** What a worker says of itself. */
export interface WorkerSays {
	models: string[];
	threads: number;
	busy: number;
}

/** A worker that has said nothing for so long is taken for dead, in milliseconds. */
export const SILENCE = 15_000;

/** How long a job is known while it waits, and after it ended, in seconds. */
export const KEPT_WAITING = 7 * 24 * 60 * 60;
export const KEPT_ENDED = 60 * 60;

/** How long takes count that were written down and do not lie in the queues yet, in seconds: whoever wrote them may have died. */
export const RESERVED = 60;

/**
 * Scripts that Redis runs in one piece.
 *
 * `reserve`: a caller's takes count for a while, unless with them they are more than may be; -1 when
 * they do, or how many count already. `count`: those of them that have not ended count as long as they
 * are known.
 * `standIn`: gives a caller numbers in a model's line: what follows the larger of the number served
 * and the caller's last. With nobody waiting, numbers begin anew.
 * `keepSent`: keeps a caller's upload, and deletes those unused the longest beyond a bound.
 * `serve`: a number is served.
 * `progress`: a take is at a step; 0 when it has ended already.
 * `finish`: a take comes to an end, once; 1 when it did by this, 2 when its job ended with it.
 */
const scripts = {
	reserve: {
		numberOfKeys: 1,
		lua: `
redis.call('ZREMRANGEBYSCORE', KEYS[1], '-inf', ARGV[1])
local open = redis.call('ZCARD', KEYS[1])
if open + #ARGV - 3 > tonumber(ARGV[3]) then return open end
for i = 4, #ARGV do redis.call('ZADD', KEYS[1], ARGV[2], ARGV[i]) end
redis.call('EXPIRE', KEYS[1], ${KEPT_WAITING})
return -1`
	},
	count: {
		lua: `
for i = 2, #KEYS do
	local state = redis.call('HGET', KEYS[i], 'state')
	if state == 'waiting' or state == 'running' then
		redis.call('ZADD', KEYS[1], ARGV[1], ARGV[i])
	else
		redis.call('ZREM', KEYS[1], ARGV[i])
	end
end
redis.call('EXPIRE', KEYS[1], ${KEPT_WAITING})`
	},
	standIn: {
		numberOfKeys: 2,
		lua: `
if ARGV[3] == '1' then redis.call('DEL', KEYS[1], KEYS[2]) end
local serving = tonumber(redis.call('GET', KEYS[1]) or '0')
local last = tonumber(redis.call('HGET', KEYS[2], ARGV[1]) or '0')
local first = math.max(serving, last) + 1
redis.call('HSET', KEYS[2], ARGV[1], first + tonumber(ARGV[2]) - 1)
return first`
	},
	keepSent: {
		numberOfKeys: 3,
		lua: `
redis.call('SET', KEYS[1], ARGV[1], 'EX', ARGV[2])
redis.call('HSET', KEYS[2], KEYS[1], #ARGV[1])
redis.call('ZADD', KEYS[3], ARGV[3], KEYS[1])
redis.call('EXPIRE', KEYS[2], ARGV[2])
redis.call('EXPIRE', KEYS[3], ARGV[2])
local whole = 0
for _, size in ipairs(redis.call('HVALS', KEYS[2])) do whole = whole + tonumber(size) end
for _, name in ipairs(redis.call('ZRANGE', KEYS[3], 0, -2)) do
	local old = redis.call('EXISTS', name) == 0
	if whole <= tonumber(ARGV[4]) and not old then break end
	whole = whole - tonumber(redis.call('HGET', KEYS[2], name) or '0')
	redis.call('DEL', name)
	redis.call('HDEL', KEYS[2], name)
	redis.call('ZREM', KEYS[3], name)
end`
	},
	serve: {
		numberOfKeys: 1,
		lua: `
local serving = tonumber(redis.call('GET', KEYS[1]) or '0')
if tonumber(ARGV[1]) > serving then redis.call('SET', KEYS[1], ARGV[1]) end`
	},
	progress: {
		numberOfKeys: 2,
		lua: `
local was = redis.call('HGET', KEYS[1], 'state')
if was ~= 'waiting' and was ~= 'running' then return 0 end
redis.call('HSET', KEYS[1], 'state', 'running', 'step', ARGV[1])
local id = redis.call('XADD', KEYS[2], '0-*', 'event', ARGV[2])
redis.call('EXPIRE', KEYS[2], ${KEPT_WAITING})
if ARGV[3] == '1' then
	local old = redis.call('HGET', KEYS[1], 'preview')
	if old then redis.call('XDEL', KEYS[2], old) end
	redis.call('HSET', KEYS[1], 'preview', id)
end
return 1`
	},
	finish: {
		numberOfKeys: 5,
		lua: `
local was = redis.call('HGET', KEYS[1], 'state')
if was ~= 'waiting' and was ~= 'running' then return 0 end
local fields = cjson.decode(ARGV[2])
for name, value in pairs(fields) do redis.call('HSET', KEYS[1], name, value) end
redis.call('HSET', KEYS[1], 'state', ARGV[1])
redis.call('XADD', KEYS[3], '0-*', 'event', ARGV[3])
redis.call('EXPIRE', KEYS[3], ${KEPT_WAITING})
local job = KEYS[2]
redis.call('HINCRBY', KEYS[5], redis.call('HGET', KEYS[1], 'model') .. ' ' .. ARGV[1], 1)
local caller = redis.call('HGET', job, 'caller')
redis.call('ZREM', KEYS[4] .. caller, ARGV[4])
if redis.call('HINCRBY', job, 'open', -1) > 0 then return 1 end
redis.call('HSET', job, 'ended', '1')
redis.call('XADD', KEYS[3], '0-*', 'event', '{"type":"end"}')
return 2`
	}
};

/** Redis, with the scripts as commands. */
export type Store = Redis & {
	reserve(
		open: string,
		now: number,
		until: number,
		most: number,
		...takes: string[]
	): Promise<number>;
	count(keys: number, ...names: (string | number)[]): Promise<null>;
	standIn(
		serving: string,
		line: string,
		caller: string,
		count: number,
		anew: '0' | '1'
	): Promise<number>;
	keepSent(
		name: string,
		sizes: string,
		times: string,
		bytes: Buffer,
		seconds: number,
		now: number,
		most: number
	): Promise<null>;
	serve(serving: string, number: number): Promise<null>;
	progress(
		take: string,
		events: string,
		step: number,
		event: string,
		preview: '0' | '1'
	): Promise<0 | 1>;
	finish(
		take: string,
		job: string,
		events: string,
		open: string,
		ended: string,
		state: string,
		fields: string,
		event: string,
		id: string
	): Promise<0 | 1 | 2>;
};

/** How long a model is taken on whose workers are away, in milliseconds: they come back. */
export const LATELY = 24 * 60 * 60 * 1000;

/**
 * A connection that outlives a restart of Redis: what is asked meanwhile waits.
 * @param url as `redis://host:port`
 * @param commandTimeout how long it waits, in milliseconds; without it, for ever
 */
export const connect = (url: string, commandTimeout?: number): Store =>
	new Redis(url, {
		maxRetriesPerRequest: null,
		scripts,
		...(commandTimeout ? { commandTimeout } : {})
	}) as Store;

/** Why Redis does not do what it was asked, as a sentence; null for any other mistake. */
export function redisTrouble(cause: unknown): string | null {
	const { name = '', message = '' } = cause instanceof Error ? cause : {};
	if (/^OOM\b/.test(message)) return 'Redis, which keeps the queue, is full.';
	if (/^EXECABORT\b/.test(message))
		return 'Redis, which keeps the queue, takes nothing on at present. It may be full.';
	if (/^(LOADING|BUSY|READONLY|MISCONF|MASTERDOWN|CLUSTERDOWN|NOREPLICAS)\b/.test(message))
		return 'Redis, which keeps the queue, takes nothing on at present.';
	return /timed out|Connection is closed|ECONN|EPIPE|ENOTFOUND/.test(message) ||
		name === 'MaxRetriesPerRequestError'
		? 'Redis, which keeps the queue, does not answer.'
		: null;
}
