import { beach } from './beach';
import { cliff } from './cliff';
import { desert } from './desert';
import { dunes } from './dunes';
import { forest } from './forest';
import { garden } from './garden';
import { harbour } from './harbour';
import { island } from './island';
import { lake } from './lake';
import { marsh } from './marsh';
import { meadow } from './meadow';
import { mountains } from './mountains';
import { orchard } from './orchard';
import { pier } from './pier';
import { river } from './river';
import { rooftops } from './rooftops';
import { room } from './room';
import { sea } from './sea';
import { snowfield } from './snowfield';
import { station } from './station';
import { street } from './street';
import { village } from './village';
import { workshop } from './workshop';
import type { Place } from './place';

export type { Footing, Place } from './place';
export { mound } from './growth';

/** Every place that a prompt can name. A new one is one file and one entry here. */
export const places: Place[] = [
	sea,
	marsh,
	beach,
	dunes,
	harbour,
	cliff,
	meadow,
	forest,
	lake,
	mountains,
	river,
	street,
	village,
	garden,
	island,
	desert,
	snowfield,
	room,
	workshop,
	pier,
	station,
	rooftops,
	orchard
];
