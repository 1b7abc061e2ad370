import type { Stage } from '../../stage';
import type { Footing } from '../places';

/** Something that a prompt can ask for. */
export interface Subject {
	id: string;
	label: string;
	/** Every word for it, synonyms and irregular plurals too. */
	words: string[];
	/** Where it is at home when the prompt names no place. */
	home: string;
	footing: Footing;
	/** Height in a middle framing, as a share of the frame's shorter side. */
	size: number;
	/** Width as a share of its height. */
	breadth: number;
	/** Its true height in metres: how it compares beside another. */
	metres: number;
	/** Height at which something can stand on it, as a share of its own. @default 1 */
	seat?: number;
	/** Whether it may not be mirrored, since it carries lettering. */
	handed?: boolean;
	/** Whether it sets the picture's lettering on itself. */
	carriesWords?: boolean;
	/**
	 * Draws it with its foot at the origin, 1000 units tall, upwards being negative.
	 * `extra` adds the part too many that a model makes by mistake.
	 */
	draw(stage: Stage, extra: boolean): void;
}
