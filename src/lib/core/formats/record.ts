import type { PickFound } from '$lib/core/schema';

/** One page that hands a pick on: everything on it is said in plain words already. */
export interface Record {
	title: string;
	brief: string;
	reason: string;
	/** A picture as an address that holds it; null where there is none. */
	picture: string | null;
	caption: string;
	/** Settings in plain words. */
	settings: [name: string, value: string][];
	left: string;
	/** Evidence in plain words. */
	evidence: [name: string, value: string][];
	made: string;
}

const escape = (text: string): string =>
	text.replace(
		/[&<>"]/g,
		(sign) => ({ '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' })[sign]!
	);

const percent = (share: number): string =>
	share > 0.99 ? 'over 99%' : share < 0.01 ? 'under 1%' : `${Math.round(share * 100)}%`;
const span = ({ low, high }: { low: number; high: number }): string =>
	`${Math.round(low * 100)} to ${Math.round(high * 100)}%`;

/** What findings said of a pick, line by line. */
export function foundSays(found: PickFound): [name: string, value: string][] {
	const who = found.judges.map((name) => name || 'the artist');
	const open = found.marks - found.blindMarks;
	const said = [
		found.pairs ? `${found.pairs} blind pairs` : '',
		found.blindMarks ? `${found.blindMarks} blind marks` : '',
		open ? `${open} marks with the settings in sight` : ''
	].filter(Boolean);
	return [
		['compared', `${found.settings} settings (${found.plan})`],
		[
			'answer',
			found.best
				? found.settled
					? 'the best settings, settled'
					: 'ahead, not settled yet'
				: 'not the best by these judgements'
		],
		['chance of being best', percent(found.chance)],
		['preferred to an even take', `${percent(found.preferred.mean)} (${span(found.preferred)})`],
		...(found.kept?.of
			? [
					['kept', `${found.kept.count} of ${found.kept.of} (${span(found.kept)})`] as [
						string,
						string
					]
				]
			: []),
		...(found.keeps
			? [
					['chance of a keeper', `${percent(found.keeps.mean)} (${span(found.keeps)})`] as [
						string,
						string
					]
				]
			: []),
		...(found.cost
			? [
					[
						'a keeper costs',
						`${found.cost.mean.toFixed(1)} credits (${found.cost.low.toFixed(1)} to ${found.cost.high.toFixed(1)})`
					] as [string, string]
				]
			: []),
		...(found.sure !== null
			? [
					['to be 95% sure of one', found.sure === 1 ? 'one take' : `${found.sure} takes`] as [
						string,
						string
					]
				]
			: []),
		...(found.runnerUp
			? [
					[
						'next best',
						`${found.runnerUp.says}; these are better with a chance of ${percent(found.runnerUp.beaten)}`
					] as [string, string]
				]
			: []),
		['judged by', `${who.join(', ')}: ${said.join(', ') || 'nothing'}`]
	];
}

/** The record of a pick as one HTML page that prints on one sheet, without script or network. */
export function recordHtml(record: Record): string {
	const rows = (list: readonly [string, string][]) =>
		list.map(([name, value]) => `<dt>${escape(name)}</dt><dd>${escape(value)}</dd>`).join('\n');
	return `<!doctype html>
<html lang="en">
<head>
<meta charset="utf-8">
<meta name="viewport" content="width=device-width, initial-scale=1">
<meta http-equiv="Content-Security-Policy" content="default-src 'none'; img-src data:; style-src 'unsafe-inline'">
<title>${escape(record.title)}</title>
<style>
@page { size: A4; margin: 14mm; }
* { box-sizing: border-box; margin: 0; }
body { max-width: 182mm; margin: 0 auto; padding: 8mm 0; color: #1a1a1a; font: 10.5pt/1.4 'Helvetica Neue', Arial, sans-serif; }
@media print { body { padding: 0; } }
header { display: flex; justify-content: space-between; gap: 8mm; align-items: baseline; padding-bottom: 3mm; border-bottom: 0.4mm solid #1a1a1a; }
h1 { font-size: 16pt; }
h2 { margin: 5mm 0 2mm; font-size: 11pt; }
figure { margin: 5mm 0 0; }
img { display: block; max-width: 100%; max-height: 105mm; margin: 0 auto; }
figcaption, footer, header span { color: #555; font-size: 9pt; }
figcaption { margin-top: 1.5mm; text-align: center; }
.two { display: grid; grid-template-columns: 1fr 1fr; gap: 8mm; }
dl { display: grid; grid-template-columns: max-content 1fr; gap: 0.8mm 4mm; }
dt { color: #555; }
dd { overflow-wrap: anywhere; }
footer { margin-top: 6mm; padding-top: 2mm; border-top: 0.2mm solid #999; }
@media screen and (max-width: 700px) { body { padding: 16px; } .two { grid-template-columns: 1fr; } }
</style>
</head>
<body>
<header><h1>${escape(record.title)}</h1><span>${escape(record.brief)}</span></header>
${
	record.picture
		? `<figure><img src="${escape(record.picture)}" alt="${escape(record.caption)}"><figcaption>${escape(record.caption)}</figcaption></figure>`
		: ''
}
${record.reason ? `<h2>Why these</h2><p>${escape(record.reason)}</p>` : ''}
<div class="two">
<section><h2>Settings</h2><dl>
${rows(record.settings)}
${record.left ? `<dt>left open</dt><dd>${escape(record.left)}</dd>` : ''}
</dl></section>
<section><h2>Evidence</h2><dl>
${rows(record.evidence)}
</dl></section>
</div>
<footer>${escape(record.made)} · Intervals hold nine in ten; of what was kept, 95 in 100. The picture is machine-made.</footer>
</body>
</html>
`;
}
