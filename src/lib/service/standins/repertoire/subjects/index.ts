import { aeroplane } from './aeroplane';
import { anchor } from './anchor';
import { balloon } from './balloon';
import { bell } from './bell';
import { bicycle } from './bicycle';
import { board } from './board';
import { book } from './book';
import { boots } from './boots';
import { bottle } from './bottle';
import { buoy } from './buoy';
import { butterfly } from './butterfly';
import { castle } from './castle';
import { cat } from './cat';
import { chair } from './chair';
import { child } from './child';
import { church } from './church';
import { clock } from './clock';
import { cottage } from './cottage';
import { crab } from './crab';
import { dinghy } from './dinghy';
import { dog } from './dog';
import { ferry } from './ferry';
import { fish } from './fish';
import { fox } from './fox';
import { gull } from './gull';
import { hare } from './hare';
import { hen } from './hen';
import { heron } from './heron';
import { horse } from './horse';
import { hut } from './hut';
import { jug } from './jug';
import { keeper } from './keeper';
import { kite } from './kite';
import { lamp } from './lamp';
import { lighthouse } from './lighthouse';
import { mushroom } from './mushroom';
import { owl } from './owl';
import { oyster } from './oyster';
import { pear } from './pear';
import { pine } from './pine';
import { rowboat } from './rowboat';
import { seal } from './seal';
import { sheep } from './sheep';
import { snail } from './snail';
import { sunflower } from './sunflower';
import { teapot } from './teapot';
import { train } from './train';
import { tree } from './tree';
import { umbrella } from './umbrella';
import { van } from './van';
import { violin } from './violin';
import { whale } from './whale';
import { windmill } from './windmill';
import { woman } from './woman';
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
	keeper,
	cat,
	dog,
	fox,
	hare,
	horse,
	sheep,
	owl,
	gull,
	fish,
	whale,
	seal,
	hen,
	butterfly,
	snail,
	tree,
	pine,
	sunflower,
	mushroom,
	pear,
	teapot,
	jug,
	book,
	bicycle,
	umbrella,
	clock,
	bell,
	anchor,
	chair,
	boots,
	bottle,
	balloon,
	windmill,
	church,
	cottage,
	castle,
	train,
	van,
	aeroplane,
	rowboat,
	woman,
	child,
	board,
	violin
];
