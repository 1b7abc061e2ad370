/** Pixels that the pointer moves before it draws a box: less is a click. */
const SLACK = 6;

/**
 * A box drawn by the mouse over what lies on the mat: all takes that it touches are told, again and
 * again as it is drawn, and once more when it is done.
 *
 * @param may whether one may draw now
 */
export function band(
	may: () => boolean,
	begin: () => void,
	told: (ids: string[]) => void
): (ground: HTMLElement) => () => void {
	return (ground) => {
		let from: { x: number; y: number } | null = null;
		let box: HTMLElement | null = null;

		const down = (event: PointerEvent) => {
			const at = event.target as HTMLElement;
			if (event.button || event.pointerType !== 'mouse' || event.shiftKey || !may()) return;
			if (at.closest('[draggable=true], a, input, button:not([data-take])')) return;
			from = { x: event.clientX, y: event.clientY };
		};
		const move = ({ clientX, clientY }: PointerEvent) => {
			if (!from) return;
			if (!box) {
				if (Math.hypot(clientX - from.x, clientY - from.y) < SLACK) return;
				box = document.createElement('div');
				box.className = 'band';
				document.body.append(box);
				begin();
			}
			const [left, right] = [Math.min(from.x, clientX), Math.max(from.x, clientX)];
			const [top, bottom] = [Math.min(from.y, clientY), Math.max(from.y, clientY)];
			Object.assign(box.style, {
				left: `${left}px`,
				top: `${top}px`,
				width: `${right - left}px`,
				height: `${bottom - top}px`
			});
			const touched: string[] = [];
			for (const take of ground.querySelectorAll<HTMLElement>('[data-take]')) {
				const own = take.getBoundingClientRect();
				if (own.left < right && own.right > left && own.top < bottom && own.bottom > top)
					touched.push(take.dataset.take!);
			}
			told(touched);
		};
		const up = () => {
			from = null;
			if (!box) return;
			box.remove();
			box = null;
			// The click that ends it is none on a take.
			const swallow = (event: MouseEvent) => event.stopPropagation();
			window.addEventListener('click', swallow, { capture: true, once: true });
			setTimeout(() => window.removeEventListener('click', swallow, { capture: true }));
		};
		ground.addEventListener('pointerdown', down);
		window.addEventListener('pointermove', move);
		window.addEventListener('pointerup', up);
		window.addEventListener('pointercancel', up);
		return () => {
			up();
			ground.removeEventListener('pointerdown', down);
			window.removeEventListener('pointermove', move);
			window.removeEventListener('pointerup', up);
			window.removeEventListener('pointercancel', up);
		};
	};
}
