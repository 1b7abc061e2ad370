/** A size written as 768x512, in pixels; null for anything else. */
export function readSize(text: string): { width: number; height: number } | null {
	const found = /^(\d{1,5})\s*[x\u00d7*]\s*(\d{1,5})$/i.exec(text.trim());
	if (!found) return null;
	const [width, height] = [Number(found[1]), Number(found[2])];
	return width > 0 && height > 0 ? { width, height } : null;
}
