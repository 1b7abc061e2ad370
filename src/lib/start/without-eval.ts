/**
 * Zod tries once whether code may be made from text. The pages' policy forbids it, and to report where it
 * was tried the browser reads the whole script a second time: a tenth of a second, for nothing. Said
 * beforehand, it does not try. Imported before everything else, by pages and by workers.
 */
(globalThis as { __zod_globalConfig?: { jitless: boolean } }).__zod_globalConfig = {
	jitless: true
};

export {};
