import { z } from 'zod';
import type { Edit, Sheet } from './edit';
import { crop } from './kinds/crop';
import { cutout } from './kinds/cutout';
import { tones } from './kinds/tones';

/** Every kind of edit, in the order in which a list of them is made. A new one is a file and a line here. */
const register = [cutout, tones, crop] as const;

type Entry = (typeof register)[number];
export type EditId = Entry['id'];
export type EditValue<Id extends EditId> = Extract<Entry, { id: Id }>['value']['_output'];

/** A change of a picture: its kind, and how. */
export type Edited = { [Id in EditId]: { id: Id; value: EditValue<Id> } }[EditId];

const edits = register as unknown as readonly Edit<EditId>[];

/** A kind of edit by its id. */
export const editOf = (id: EditId): Edit<EditId> => edits.find((one) => one.id === id)!;

const one = z.discriminatedUnion(
	'id',
	register.map(({ id, value }) => z.strictObject({ id: z.literal(id), value })) as never
) as unknown as z.ZodType<Edited>;

/** The changes of a picture, the first one first; each kind once. */
export const Edits = z
	.array(one)
	.max(register.length)
	.refine(
		(all) => new Set(all.map(({ id }) => id)).size === all.length,
		'a kind of edit is there twice'
	);
export type Edits = z.infer<typeof Edits>;

/** A list with one kind of edit set; one that changes nothing is left out. */
export function withEdit<Id extends EditId>(all: Edits, id: Id, value: EditValue<Id>): Edits {
	const next = [...all.filter((one) => one.id !== id), { id, value } as Edited];
	return edits.flatMap((kind) => {
		const found = next.find((one) => one.id === kind.id);
		return found && !kind.idle(found.value) ? [found] : [];
	});
}

/** What a list has of one kind. */
export const editIn = <Id extends EditId>(all: Edits, id: Id): EditValue<Id> | undefined =>
	all.find((one) => one.id === id)?.value as EditValue<Id> | undefined;

/** A picture with all its edits, in the order of the list. */
export const applied = (sheet: Sheet, all: Edits): Sheet =>
	all.reduce((out, { id, value }) => editOf(id).apply(out, value), sheet);

/** All edits in words. */
export const editsSay = (all: Edits): string =>
	all.map(({ id, value }) => editOf(id).says(value)).join('; ');

/** A picture's size after its edits. */
export const sizeAfter = (
	{ width, height }: { width: number; height: number },
	all: Edits = []
): { width: number; height: number } =>
	all.reduce((size, { id, value }) => editOf(id).sizeAfter?.(size, value) ?? size, {
		width,
		height
	});
