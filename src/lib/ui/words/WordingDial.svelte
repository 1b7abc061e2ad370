<script lang="ts">
	import Close from 'carbon-icons-svelte/lib/Close.svelte';
	import { MOST_WORDINGS } from '$lib/core/wording';
	import { Changes } from '$lib/ui/shared';
	import { useDesk } from './desk.svelte';

	const desk = useDesk();
	let adding = $state(false);
	let draft = $state('');
	const [base, others] = $derived([desk.wordings[0], desk.wordings.slice(1)]);

	function put() {
		const text = draft.trim();
		if (text && !desk.wordings.includes(text)) desk.toggleVersion(text);
		draft = '';
		adding = false;
	}
</script>

<section aria-label="Wording dial">
	<header>
		<h2>Wording dial</h2>
		<span class="count" class:varied={others.length}
			>{others.length ? `${desk.wordings.length} stops, varied` : 'held at the prompt'}</span
		>
		{#if desk.wordings.length >= MOST_WORDINGS}
			<span class="full">No more than {MOST_WORDINGS} fit on it.</span>
		{/if}
		<button
			class="plain link"
			onclick={() => {
				draft = desk.brief.prompt;
				adding = true;
			}}>add a whole wording</button
		>
	</header>
	{#if others.length}
		<ol>
			<li><span class="num place">1</span><span class="as">the prompt as it stands</span></li>
			{#each others as text, i (text)}
				<li>
					<span class="num place">{i + 2}</span>
					<span class="change" dir="auto"><Changes from={base} to={text} gone /></span>
					{#if desk.words.versions.includes(text)}
						<button
							class="plain"
							aria-label="Take wording {i + 2} off"
							onclick={() => desk.toggleVersion(text)}><Close /></button
						>
					{/if}
				</li>
			{/each}
		</ol>
	{:else if !adding}
		<p class="quiet">
			Press “vary” at a phrase and give alternatives, or put fuller versions on the dial: then only
			the words differ from take to take.
		</p>
	{/if}
	{#if adding}
		<textarea
			aria-label="Another whole wording"
			dir="auto"
			rows="3"
			maxlength="20000"
			bind:value={draft}></textarea>
		<p class="acts">
			<button class="act" onclick={put}>Put on the dial</button>
			<button class="plain link" onclick={() => (adding = false)}>leave it</button>
		</p>
	{/if}
</section>

<style>
	header {
		display: flex;
		gap: 12px;
		align-items: baseline;
		margin-bottom: 6px;
	}

	.count {
		color: var(--ink-3);
		font-size: 12px;
	}

	.varied {
		color: var(--varied);
		font-weight: 600;
	}

	.full {
		color: var(--point);
		font-size: 12px;
	}

	h2 {
		font-size: 13px;
	}

	.link {
		margin-left: auto;
		color: var(--varied);
		font-size: 12px;
		text-decoration: underline;
	}

	.quiet {
		max-width: 64ch;
		font-size: 13px;
	}

	li {
		display: grid;
		grid-template-columns: 24px minmax(0, 1fr) 24px;
		gap: 8px;
		align-items: start;
		padding: 4px 0;
		border-top: 1px solid var(--rule);
		font-size: 13px;
	}

	.place {
		display: grid;
		place-items: center;
		height: 20px;
		background: var(--varied);
		color: var(--paper);
		font-size: 12px;
	}

	.as {
		color: var(--ink-3);
	}

	textarea {
		width: 100%;
		padding: 6px 8px;
		border: 1px solid var(--rule-strong);
		background: var(--field);
		color: var(--ink);
		font: 14px/1.4 var(--sans);
	}

	.acts {
		display: flex;
		gap: 10px;
	}

	.acts .link {
		margin-left: 0;
	}
</style>
