import { escapeHtml } from './html';

/** One page that hands a pick on: everything on it is said in plain words already. */
export interface PickRecord {
	title: string;
	brief: string;
	reason: string;
	/** A picture as an address that holds it; null where there is none. */
	picture: string | null;
	caption: string;
	/** Settings in plain words. */
	settings: [name: string, value: string][];
	/** Evidence in plain words. */
	evidence: [name: string, value: string][];
	made: string;
}

/** The record of a pick as one HTML page that prints on one sheet, without script or network. */
export function recordHtml(record: PickRecord): string {
	const rows = (list: readonly [string, string][]) =>
		list
			.map(([name, value]) => `<dt>${escapeHtml(name)}</dt><dd>${escapeHtml(value)}</dd>`)
			.join('\n');
	return `<!doctype html>
<html lang="en">
<head>
<meta charset="utf-8">
<meta name="viewport" content="width=device-width, initial-scale=1">
<meta http-equiv="Content-Security-Policy" content="default-src 'none'; img-src data:; style-src 'unsafe-inline'">
<title>${escapeHtml(record.title)}</title>
<style>
@page { size: A4; margin: 14mm; }
* { box-sizing: border-box; margin: 0; }
body { display: flex; flex-direction: column; max-width: 182mm; min-height: 297mm; margin: 0 auto; padding: 8mm 0; color: #1a1a1a; font: 10pt/1.4 'Helvetica Neue', Arial, sans-serif; }
@media print { body { height: 268mm; min-height: 0; padding: 0; } }
header { display: flex; justify-content: space-between; gap: 8mm; align-items: baseline; padding-bottom: 3mm; border-bottom: 0.4mm solid #1a1a1a; }
h1 { font-size: 16pt; }
h2 { margin: 5mm 0 2mm; font-size: 11pt; }
/* The picture takes the room that the words leave. */
figure { display: flex; flex: 1 1 0; flex-direction: column; min-height: 55mm; max-height: 150mm; margin: 5mm 0 0; }
img { flex: 1 1 0; min-height: 0; max-width: 100%; object-fit: contain; }
figcaption, footer, header span { color: #555; font-size: 9pt; }
figcaption { margin-top: 1.5mm; text-align: center; }
.two { display: grid; grid-template-columns: 4fr 5fr; gap: 8mm; }
dl { display: grid; grid-template-columns: fit-content(30mm) 1fr; gap: 0.8mm 4mm; }
dt { color: #555; }
dd { overflow-wrap: anywhere; }
footer { margin-top: 6mm; padding-top: 2mm; border-top: 0.2mm solid #999; }
@media screen and (max-width: 700px) { body { min-height: 0; padding: 16px; } figure { flex: none; max-height: none; } img { flex: none; } .two { grid-template-columns: 1fr; } }
</style>
</head>
<body>
<header><h1>${escapeHtml(record.title)}</h1><span>${escapeHtml(record.brief)}</span></header>
${
	record.picture
		? `<figure><img src="${escapeHtml(record.picture)}" alt="${escapeHtml(record.caption)}"><figcaption>${escapeHtml(record.caption)}</figcaption></figure>`
		: ''
}
${record.reason ? `<h2>Why these</h2><p>${escapeHtml(record.reason)}</p>` : ''}
<div class="two">
<section><h2>Settings</h2><dl>
${rows(record.settings)}
</dl></section>
<section><h2>Evidence</h2><dl>
${rows(record.evidence)}
</dl></section>
</div>
<footer>${escapeHtml(record.made)} · Intervals hold nine in ten; of what was kept, 95 in 100. The picture is machine-made.</footer>
</body>
</html>
`;
}
