import { pino } from 'pino';

/**
 * What the service says of itself, a line of JSON each. `DIAL_PICK_LOG` is the least level that is
 * said: `info` where it runs as a service, `warn` on one's own machine.
 */
export const log = pino({
	level: process.env.DIAL_PICK_LOG ?? (process.env.DIAL_PICK_QUEUE ? 'info' : 'warn'),
	base: { pid: process.pid },
	timestamp: pino.stdTimeFunctions.isoTime
});
