import { list } from './list';

/** Where it is. */
export const place = list(`
	on the open sea, in a salt marsh, on a shingle beach, among dunes, in the harbour
	on a clifftop, by a river, on a lake, in the mountains, in a forest, in a meadow
	in a garden, in an orchard, in a desert, on a tropical island, at the end of a pier
	in a village, in a narrow street, above the rooftops, at a railway station
	in a quiet room, in a workshop, in a snowfield, on the quay, on the headland
	beside a canal, in an estuary, on the mudflats, in a hidden cove, under a bridge
	in a boatshed, on a village green, in a walled vegetable plot, in a lagoon
	in a valley, in a birch grove, in an attic, in a market town, on a jetty
	on the moor, in a flooded field, beside a glacier
`);
