/** Hands a file to the browser to be kept. */
export function saveFile(name: string, content: BlobPart, type: string): void {
	// A file is handed on as it lies, without a copy.
	const url = URL.createObjectURL(
		content instanceof Blob && content.type === type ? content : new Blob([content], { type })
	);
	const link = document.createElement('a');
	link.href = url;
	link.download = name;
	link.click();
	// Large files take their time to be written.
	setTimeout(() => URL.revokeObjectURL(url), 300_000);
}

/** Lets a file be chosen. Resolves to null when none was. */
export const chooseFile = (accept: string): Promise<File | null> =>
	chooseFiles(accept, false).then(([file]) => file ?? null);

/** The same for several; none when it is left. */
export function chooseFiles(accept: string, several = true): Promise<File[]> {
	return new Promise((resolve) => {
		const input = document.createElement('input');
		input.type = 'file';
		input.accept = accept;
		input.multiple = several;
		input.onchange = () => resolve([...(input.files ?? [])]);
		input.oncancel = () => resolve([]);
		input.click();
	});
}
