import { pictureOf } from '$lib/store';

/** The kept picture of a take, as an address that lives as long as what shows it. */
export function largePicture(takeId: () => string): {
	readonly url: string | null;
	readonly size: { naturalWidth: number; naturalHeight: number };
	loaded: (event: Event) => void;
} {
	let url = $state<string | null>(null);
	let size = $state.raw({ naturalWidth: 1, naturalHeight: 1 });
	$effect(() => {
		const id = takeId();
		let gone = false;
		let made: string | null = null;
		void pictureOf(id).then((stored) => {
			if (gone || !stored) return;
			made = URL.createObjectURL(stored.picture);
			url = made;
		});
		return () => {
			gone = true;
			url = null;
			if (made) URL.revokeObjectURL(made);
		};
	});
	return {
		get url() {
			return url;
		},
		get size() {
			return size;
		},
		loaded: (event) => {
			const { naturalWidth, naturalHeight } = event.currentTarget as HTMLImageElement;
			size = { naturalWidth, naturalHeight };
		}
	};
}
