<script lang="ts">
	import { Button, InlineNotification } from 'carbon-components-svelte';
	import type { FullerVersion } from '$lib/core/schema';
	import { Changes, freshSeeds, session } from '$lib/ui/shared';
	import { useDesk } from './desk.svelte';

	const desk = useDesk();
	let seed = $state(freshSeeds(1)[0] % 100_000);
	let busy = $state(false);
	let problem = $state<string | null>(null);
	let answer = $state.raw<{ line: string; versions: FullerVersion[] } | null>(null);

	/** How the chosen models want to be spoken to; both ways when they differ. */
	const form = $derived.by(() => {
		const forms = new Set(
			desk.models.map(({ promptForm }) => promptForm).filter((one) => one !== 'either')
		);
		return forms.size === 1 ? [...forms][0] : 'either';
	});
	const maxWords = $derived(Math.min(400, ...desk.models.map(({ promptWords }) => promptWords)));

	// Versions are of the line that they were written for, and go with it.
	const line = $derived(desk.brief.prompt.trim());
	const current = $derived(
		answer && (answer.line === line || answer.versions.some(({ text }) => text === line))
			? answer
			: null
	);

	async function ask() {
		desk.settle();
		const asked = desk.brief.prompt.trim();
		if (!asked) {
			problem = 'Write a plain line first: what is to be seen, in a few words.';
			return;
		}
		busy = true;
		problem = null;
		try {
			const { versions } = await session.client.fuller({
				line: asked,
				negative: desk.brief.negative,
				form,
				maxWords: Math.max(5, maxWords),
				count: 8,
				seed
			});
			answer = { line: asked, versions };
			if (!versions.length)
				problem = `There is no room for more: the chosen models read ${maxWords} words.`;
		} catch {
			problem = 'The text helper does not answer. Try again in a moment.';
		} finally {
			busy = false;
		}
	}

	function another() {
		seed = freshSeeds(1)[0] % 100_000;
		void ask();
	}
</script>

<p class="about">
	Up to eight fuller versions of the prompt, written for {form === 'either'
		? 'sentences and keywords in turn'
		: form}, each different in light, framing, mood or medium. Nothing in them contradicts what is
	left out.
</p>
<p class="acts">
	<Button size="small" disabled={busy} on:click={ask}>{busy ? 'Writing…' : 'Write versions'}</Button
	>
	<label>seed <input class="num" type="number" min="0" max="4294967295" bind:value={seed} /></label>
	{#if current}<button class="plain link" onclick={another}>others</button>{/if}
</p>
{#if problem}
	<InlineNotification lowContrast hideCloseButton kind="error" title={problem} />
{/if}
{#if current}
	<ol aria-label="Fuller versions">
		{#each current.versions as { text }, i (text)}
			{@const on = desk.words.versions.includes(text)}
			<li class:on>
				<p dir="auto"><Changes from={current.line} to={text} /></p>
				<p class="acts">
					<button class="act" aria-pressed={on} onclick={() => desk.toggleVersion(text)}
						>{on ? 'on the dial' : 'put on the dial'}<span class="visually-hidden"
							>, version {i + 1}</span
						></button
					>
					<button class="act" onclick={() => desk.replace(text)}
						>use instead<span class="visually-hidden"> of the prompt, version {i + 1}</span></button
					>
				</p>
			</li>
		{/each}
	</ol>
{/if}

<style>
	.about {
		color: var(--ink-2);
		font-size: 13px;
	}

	.acts {
		display: flex;
		gap: 8px;
		align-items: center;
		margin-top: 8px;
		font-size: 12px;
	}

	/* No wider than its words: what stands beside it is to stay within the drawer. */
	.acts :global(.bx--btn) {
		padding-right: 15px;
	}

	label {
		display: inline-flex;
		gap: 6px;
		align-items: center;
	}

	.acts input {
		width: 72px;
		height: 28px;
		padding: 0 6px;
		border: 1px solid var(--rule);
		background: var(--field);
		color: var(--ink);
		font-size: 12px;
	}

	li {
		padding: 10px 0 10px 10px;
		border-top: 1px solid var(--rule);
		border-left: 4px solid transparent;
		font-size: 13px;
	}

	ol {
		margin-top: 12px;
	}

	.on {
		border-left-color: var(--varied);
	}

	.act[aria-pressed='true'] {
		border-color: var(--varied);
		background: var(--varied-wash);
		color: var(--varied);
		font-weight: 600;
	}
</style>
