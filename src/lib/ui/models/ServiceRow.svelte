<script lang="ts">
	import { Button, PasswordInput } from 'carbon-components-svelte';
	import { checkConformance, priceOfCheck, type Finding, type Service } from '$lib/render';
	import * as store from '$lib/store';
	import { credits, door, many, session } from '$lib/ui/shared';

	let { service }: { service: Service } = $props();

	let findings = $state.raw<Finding[]>([]);
	let checking = $state(false);
	let checked = $state(false);
	/** What is being written as its token; null while nothing is. */
	let token = $state<string | null>(null);

	async function give() {
		await session.giveToken(service, token ?? '');
		token = null;
	}

	const count = (result: Finding['result']) => findings.filter((f) => f.result === result).length;
	const broken = $derived(findings.filter(({ result }) => result === 'broken'));
	const states = { asked: 'is being asked', answers: 'answers', silent: 'does not answer' };

	/** What it came to, in credits. */
	let cost = $state(0);

	/** Its takes are charged as any others are. */
	function askToCheck() {
		const most = priceOfCheck(service.cards);
		return door.pass({
			briefId: store.NO_BRIEF,
			what: `Check the contract of ${service.id || 'the simulated models'}`,
			takes: most.takes,
			credits: most.credits,
			atMost: true,
			seconds: null,
			go: async () => {
				const [id, at] = [crypto.randomUUID(), Date.now()];
				await store.enterCheck(id, most.model, most.credits, at);
				// What is let in next does not wait for its end.
				void check((cost) => store.enterCheck(id, most.model, cost, at));
			}
		});
	}

	/** @param onEnd told what it came to, in credits */
	async function check(onEnd: (credits: number) => Promise<void>) {
		checking = true;
		findings = [];
		cost = 0;
		const address = new URL(service.address, location.href).href;
		await checkConformance(
			address,
			(finding) => (findings = [...findings, finding]),
			service.token,
			(so) => (cost = so)
		);
		await onEnd(cost);
		checking = false;
		checked = true;
	}
</script>

<div class="row">
	<span class="state {service.state}" aria-hidden="true"></span>
	<span class="where">
		<strong>{service.id || 'The simulated models'}</strong>
		<small class="num">{service.address}</small>
	</span>
	<span
		>{states[service.state]}{service.state === 'answers'
			? `, ${many(service.cards.length, 'model')}`
			: ''}</span
	>
	<span class="acts">
		<button class="act" onclick={() => session.ask(service.id)}>Ask again</button>
		{#if service.id || service.token || service.state === 'silent'}
			<button
				class="act"
				aria-expanded={token !== null}
				onclick={() => (token = token === null ? (service.token ?? '') : null)}>Token …</button
			>
		{/if}
		<button
			class="act"
			disabled={checking || service.state !== 'answers'}
			title="Makes about thirty small takes to see whether the service keeps the contract"
			onclick={askToCheck}>{checking ? 'Checking …' : 'Check the contract'}</button
		>
		{#if service.id}
			<button class="act" onclick={() => session.dropService(service.id)}>Take it off</button>
		{/if}
	</span>
</div>
{#if token !== null}
	<form
		onsubmit={(event) => {
			event.preventDefault();
			void give();
		}}
	>
		<PasswordInput
			size="sm"
			labelText="Token that says who calls; empty for none"
			autocomplete="off"
			bind:value={token}
		/>
		<Button size="small" type="submit">Use it</Button>
	</form>
{/if}
{#if service.says}<p class="says">{service.says}</p>{/if}
{#if checking || checked}
	<p role="status">
		{many(count('kept'), 'promise')} kept, {broken.length} broken, {count('not offered')} not offered{checking
			? ' so far'
			: ''}; {credits(cost)} credits.
	</p>
	<ul>
		{#each broken as { promise, seen } (promise)}
			<li>
				<strong>Broken:</strong>
				{promise}
				{#if seen}<span>Seen: {seen.slice(0, 300)}</span>{/if}
			</li>
		{/each}
	</ul>
{/if}

<style>
	.row {
		display: grid;
		grid-template-columns: 14px minmax(160px, 2fr) minmax(120px, 1fr) auto;
		gap: 12px;
		align-items: center;
		padding: 8px 0;
		border-bottom: 1px solid var(--rule);
		font-size: 13px;
	}

	/* Answers: a full square; silent: an empty one with a stroke. */
	.state {
		width: 12px;
		height: 12px;
		border: 2px solid var(--ink-3);
	}

	.answers {
		border-color: var(--varied);
		background: var(--varied);
	}

	.silent {
		border-color: var(--point);
	}

	.where small {
		display: block;
		color: var(--ink-3);
		font-size: 12px;
	}

	.acts {
		display: flex;
		white-space: nowrap;
		gap: 8px;
	}

	form {
		display: grid;
		grid-template-columns: minmax(220px, 420px) auto;
		gap: 10px;
		align-items: end;
		justify-content: start;
		margin: 8px 0 8px 26px;
	}

	.says,
	p,
	ul {
		margin: 6px 0 6px 26px;
		font-size: 13px;
	}

	.says,
	li strong {
		color: var(--point);
	}

	li span {
		color: var(--ink-2);
	}
</style>
