import { buoy } from './buoy';
import { crab } from './crab';
import { dinghy } from './dinghy';
import { ferry } from './ferry';
import { heron } from './heron';
import { hut } from './hut';
import { keeper } from './keeper';
import { kite } from './kite';
import { lamp } from './lamp';
import { lighthouse } from './lighthouse';
import { oyster } from './oyster';
import type { Subject } from './subject';

export type { Subject } from './subject';
export { study } from './study';

/** Every subject that a prompt can name. A new one is one file and one entry here. */
export const subjects: Subject[] = [
	lighthouse,
	heron,
	dinghy,
	buoy,
	hut,
	kite,
	ferry,
	crab,
	lamp,
	oyster,
	keeper
];
