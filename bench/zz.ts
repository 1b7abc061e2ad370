import sharp from 'sharp';
import { characterOf, type Bitmap } from '../src/lib/service/standins';
import { contactSheet, type Print } from './contact';
import { makeTake } from './make-take';
import { prepare } from '../src/lib/service/http/pictures';
const side = 512; const size = { width: side, height: side };
const ch = characterOf('turnstone-2')!;
const prints: Print[] = [];
const prompt = 'a fox and a windmill in a meadow at night';
const parent = makeTake(ch, { prompt, ...size, seed: 2 }).pixels;
prints.push({ pixels: parent, ...size, label: 'parent' });
const mask = new Uint8Array(side * side).map((_, p) => { const x = p % side, y = Math.floor(p / side); return Math.hypot((x - 330) / 1.1, y - 300) < 130 ? 255 : 0; });
const start: Bitmap = { ...size, pixels: parent };
for (const words of ['two foxes', 'a sleeping dog', 'a lighthouse'])
	for (const strength of [0.5, 0.8, 1])
		prints.push({ pixels: makeTake(ch, { prompt: words, ...size, seed: 9, start: { image: '', strength }, mask: { image: '' } }, { start, mask }).pixels, ...size, label: `${words} ${strength}` });
await sharp(contactSheet(prints, 4, 320).toBuffer('image/png')).png().toFile('/tmp/repaint.png');
const wide: Print[] = [];
for (const [w, h] of [[896, 512], [512, 896], [1024, 512]] as const) for (const strength of [1, 0.8]) for (const seed of [9, 10]) {
	const settings = { prompt, width: w, height: h, seed, start: { image: '', strength, fit: 'extend' as const } };
	const m = await prepare(settings as never, { start: { ...size, pixels: new SharedArrayBuffer(parent.length) } as never }).catch(() => null);
	const sp = new Uint8Array(new SharedArrayBuffer(parent.length)); sp.set(parent);
	const mm = await prepare(settings as never, { start: { ...size, pixels: sp.buffer } as never });
	void m;
	const pixels = makeTake(ch, settings as never, mm).pixels;
	const png = await sharp(pixels, { raw: { width: w, height: h, channels: 3 } }).png().toFile(`/tmp/ext-${w}x${h}-${strength}-${seed}.png`); void png; void wide;
}
