/** Tells once when a place comes near the window, or begins near it; for `{@attach}`. */
export const whenNear =
	(come: () => void) =>
	(place: HTMLElement): (() => void) => {
		const watcher = new IntersectionObserver(
			(entries) => {
				if (!entries.some(({ isIntersecting }) => isIntersecting)) return;
				watcher.disconnect();
				come();
			},
			{ rootMargin: '300px', scrollMargin: '300px' }
		);
		watcher.observe(place);
		return () => watcher.disconnect();
	};
