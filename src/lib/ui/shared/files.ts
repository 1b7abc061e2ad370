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
export function chooseFile(accept: string): Promise<File | null> {
	return new Promise((resolve) => {
		const input = document.createElement('input');
		input.type = 'file';
		input.accept = accept;
		input.onchange = () => resolve(input.files?.[0] ?? null);
		input.oncancel = () => resolve(null);
		input.click();
	});
}
