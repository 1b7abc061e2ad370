<script lang="ts">
	import { TextInput } from 'carbon-components-svelte';
	import { asSent, toBeSeen } from '$lib/render';
	import * as store from '$lib/store';
	import { chooseFiles, Dialog, live, many, pictureUrls, session } from '$lib/ui/shared';
	import { keepFile } from './keep-file';

	/** Teaches an adapter from pictures of the artist's own. */
	interface Props {
		/** The services of the models on the rack that can be taught. */
		services: readonly string[];
		/** Called with the adapter that was taught. */
		ontaught: (id: string) => void;
	}

	let { services, ontaught }: Props = $props();

	/** More pictures than this no service takes. */
	const MOST = 40;

	let open = $state(false);
	let name = $state('');
	let chosen = $state.raw<readonly string[]>([]);
	let busy = $state<string | null>(null);
	let problem = $state<string | null>(null);
	const kept = live(() => store.starts, []);
	const urls = pictureUrls(() => kept.current);

	const toggle = (id: string) =>
		(chosen = chosen.includes(id) ? chosen.filter((one) => one !== id) : [...chosen, id]);

	async function bring() {
		problem = null;
		for (const file of await chooseFiles('image/png,image/jpeg,image/webp')) {
			const kept = await keepFile(file);
			if ('problem' in kept) problem = kept.problem;
			else if (!chosen.includes(kept.id)) chosen = [...chosen, kept.id];
		}
	}

	/** What keeps it from being taught, as a sentence. */
	const amiss = $derived(
		!name.trim()
			? 'Give it a name.'
			: !chosen.length
				? 'Choose at least one picture.'
				: chosen.length > MOST
					? `An adapter is taught from ${MOST} pictures at most; these are ${chosen.length}.`
					: null
	);

	async function teach() {
		if (amiss || busy) {
			problem = amiss ?? problem;
			return;
		}
		problem = null;
		try {
			for (const service of services) {
				const client = session.services.find(({ id }) => id === service)?.client;
				if (!client) continue;
				const images: string[] = [];
				for (const [i, id] of chosen.entries()) {
					busy = `Sending picture ${i + 1} of ${chosen.length} …`;
					const one = await store.start(id);
					if (!one) continue;
					images.push((await client.send(await asSent(one.picture, toBeSeen))).image);
				}
				busy = 'Teaching …';
				const { adapter } = await client.teach({ name: name.trim(), images });
				await store.keepTaught({
					id: adapter,
					service,
					name: name.trim(),
					pictures: [...chosen],
					taughtAt: Date.now()
				});
				ontaught(adapter);
			}
			open = false;
			[name, chosen] = ['', []];
		} catch (cause) {
			const why = cause instanceof Error ? cause.message : String(cause);
			problem = `It was not taught. ${why} The pictures are kept; try again.`;
		} finally {
			busy = null;
		}
	}
</script>

<button class="ask" onclick={() => (open = true)}>teach one of your own …</button>

<Dialog
	{open}
	heading="Teach an adapter"
	primary="Teach it"
	secondary="Leave it"
	onclose={() => (open = false)}
	onsubmit={teach}
>
	<p class="quiet">
		From up to {MOST} pictures that have in common what it is to bring along: a subject, a manner. It
		costs nothing; takes with it cost what they cost without.
	</p>
	<TextInput labelText="Name" placeholder="Marram woodcuts" maxlength={100} bind:value={name} />
	<div class="pictures" role="group" aria-label="Pictures">
		{#each kept.current as one (one.id)}
			<button
				aria-pressed={chosen.includes(one.id)}
				title={one.name}
				aria-label={one.name}
				onclick={() => toggle(one.id)}><img src={urls.of(one.id)} alt="" /></button
			>
		{/each}
		<button class="more" onclick={bring}>choose pictures …</button>
	</div>
	<p class="quiet" role="status">{busy ?? many(chosen.length, 'picture')}{busy ? '' : ' chosen'}</p>
	{#if problem}<p class="problem" role="alert">{problem}</p>{/if}
</Dialog>

<style>
	.pictures {
		display: grid;
		grid-template-columns: repeat(auto-fill, minmax(84px, 1fr));
		gap: 8px;
		max-height: 300px;
		margin: 14px 0 8px;
		padding: 3px;
		overflow: auto;
	}

	.pictures button {
		padding: 0;
		border: 0;
		background: var(--mat-1);
		aspect-ratio: 1;
		cursor: pointer;
	}

	.pictures img {
		display: block;
		width: 100%;
		height: 100%;
		object-fit: cover;
	}

	.pictures [aria-pressed='true'] {
		outline: 3px solid var(--varied);
	}

	.pictures .more {
		padding: 6px;
		border: 1px dashed var(--rule-strong);
		background: none;
		color: var(--ink-2);
		font: 13px var(--sans);
	}

	.problem {
		color: var(--point);
	}
</style>
