import type { Stage } from '../../stage';

/** Where a subject stands. */
export type Footing = 'land' | 'water' | 'air';

/** A place: what lies behind the subject, where it stands, what lies before it. */
export interface Place {
	id: string;
	label: string;
	words: string[];
	/** Share of the frame's height above the horizon. */
	horizon: number;
	/** Paints everything behind the subject but the sky. */
	back(stage: Stage): void;
	/** Where a subject of this footing stands, as a share of the way from the horizon down. */
	stand: Record<'land' | 'water', number>;
	/** Whether a subject on land needs ground put under it here. */
	needsGround: boolean;
	/** Whether things that stand here are mirrored in water. @default false */
	wet?: boolean;
	/** Whether it has a roof: no weather falls, and the horizon is the far edge of what things stand on. */
	indoors?: boolean;
	/** Whether what stands here reaches from its ground into its sky, so that neither goes with another. @default false */
	tall?: boolean;
	/** Paints what lies nearer than the subject. */
	front(stage: Stage): void;
}
