<script lang="ts">
	import { Button, NumberInput } from 'carbon-components-svelte';
	import { untrack } from 'svelte';
	import { chosenAmong } from '$lib/core/designs';
	import {
		dialOf,
		isOwnDial,
		levelName,
		ownsStops,
		stopKey,
		type DialId,
		type Stop
	} from '$lib/core/dials';
	import {
		dialsRack,
		fieldOf,
		firstRound,
		groundOf,
		MOST_SETTINGS,
		proposeRack,
		USUAL
	} from '$lib/core/narrowing';
	import { countTakes, dropPlace, planProblems, reckon } from '$lib/core/plan';
	import type { Narrowing, PlanRack } from '$lib/core/schema';
	import {
		AmountField,
		credits,
		freshSeeds,
		many,
		openAccount,
		session,
		useWork,
		type Judged
	} from '$lib/ui/shared';
	import { begun } from './desk.svelte';

	/** What may vary, what may be spent, and what will happen. */
	interface Props {
		judged: Judged;
		/** The narrowing that is changed; null when a new one begins. */
		current: Narrowing | null;
		/** Goes to the sitting. */
		onbegin: () => void;
	}

	let { judged, current, onbegin }: Props = $props();

	const work = useWork();
	const fresh = freshSeeds(8);
	type Source = 'now' | 'proposed' | 'dials';
	let source = $state<Source>(untrack(() => (current ? 'now' : 'proposed')));
	const sources = $derived([
		...(current ? [{ id: 'now' as const, says: 'As now' }] : []),
		{ id: 'proposed' as const, says: 'Suggested' },
		{ id: 'dials' as const, says: 'As on the dials' }
	]);
	const proposed = $derived(proposeRack(work.brief!, session.cards, fresh));
	const ofDials = $derived(dialsRack(work.brief!, fresh));
	/** Stops that were left out here, by dial and key. */
	let left = $state.raw<ReadonlySet<string>>(new Set());
	const whole = $derived(
		source === 'now' && current ? current.rack : source === 'dials' ? ofDials : proposed
	);
	const rack = $derived(without(whole, left));
	const dials = $derived(chosenAmong(whole));

	/** A stop's own name among the chips: its place, where models have stops of their own. */
	const chipKey = (dial: DialId, stop: Stop, i: number) =>
		`${dial} ${ownsStops(whole, dial) ? i : stopKey(stop)}`;

	function without(of: PlanRack, gone: ReadonlySet<string>): PlanRack {
		let next = of;
		for (const dial of chosenAmong(of)) {
			const stops = of[dial] as Stop[];
			for (let i = stops.length - 1; i >= 0; i--) {
				if (!gone.has(chipKey(dial, stops[i], i))) continue;
				next =
					isOwnDial(dial) && ownsStops(next, dial)
						? { ...next, ...dropPlace(next, dial, i) }
						: { ...next, [dial]: (next[dial] as Stop[]).filter((one) => one !== stops[i]) };
			}
		}
		return next;
	}

	/** Whether a dial has one value left. */
	const isLast = (dial: DialId): boolean => rack[dial].length < 2;

	function toggle(key: string) {
		const next = new Set(left);
		if (!next.delete(key)) next.add(key);
		left = next;
	}

	const settings = $derived(countTakes({ ...rack, seed: rack.seed.slice(0, 1) }));
	const problems = $derived(planProblems(rack, session.cards));
	const field = $derived(
		problems.length || settings > MOST_SETTINGS || settings < 2
			? null
			: fieldOf({
					...judged.gathered(),
					plans: work.plans,
					ground: groundOf(rack),
					narrowing: begun(rack, { credits: 0, pairs: 1 })
				})
	);
	const first = $derived.by(() => {
		const round = field && firstRound(field);
		return { takes: round?.takes.length ?? 0, credits: round?.credits ?? 0 };
	});
	const each = $derived(
		field ? field.candidates.reduce((sum, one) => sum + one.credits, 0) / settings : 0
	);

	const account = openAccount(work);
	const room = $derived(account.current ? reckon(account.current, 0).room : Infinity);
	/** What was typed; null until then, when it follows the first round. */
	let typed = $state<number | null>(null);
	let valid = $state(true);
	const usual = $derived(
		Math.max(
			1,
			Math.ceil(Math.min(room, Math.max(2 * first.credits, each * Math.min(USUAL.takes, settings))))
		)
	);
	const budget = $derived(typed ?? usual);
	let pairs = $state<number>(USUAL.pairs);
	const tooLittle = $derived(budget < first.credits || room < first.credits);
	const able = $derived(
		field !== null && valid && budget > 0 && !tooLittle && Number.isInteger(pairs) && pairs > 0
	);

	/** Goes on with other values: what was made and answered stays known. */
	function change() {
		const narrowing = {
			...$state.snapshot<Narrowing>(current!),
			rack: $state.snapshot<PlanRack>(rack),
			out: [],
			stay: [],
			stoppedAt: undefined
		};
		work.replace({ narrowing }, 'Changed what may vary.');
		onbegin();
	}

	function begin() {
		if (!able) return;
		work.replace(
			{ narrowing: begun($state.snapshot<PlanRack>(rack), { credits: budget, pairs }) },
			`Began to narrow down ${untrack(() => many(settings, 'setting'))}.`
		);
		onbegin();
	}

	const stopSays = (dial: DialId, stop: Stop, i: number, all: number): string => {
		if (ownsStops(whole, dial)) return levelName({ level: i + 1, of: all, value: 0 });
		return dialOf(dial).format(stop, session.cards);
	};
</script>

<section class="start">
	<header>
		<h1>Narrow down</h1>
		<p>
			Say what may vary and what you want to spend. Dial Pick makes a few takes, you choose between
			pairs, and your answers decide which takes are made next.
		</p>
	</header>

	<div class="columns">
		<div class="vary" role="group" aria-label="What may vary">
			<div class="head">
				<h2>What may vary</h2>
				{#each sources as { id, says } (id)}
					<button class="act" aria-pressed={source === id} onclick={() => (source = id)}
						>{says}</button
					>
				{/each}
			</div>
			{#each dials as dial (dial)}
				{@const stops = whole[dial] as Stop[]}
				<div class="dial">
					<span class="name">{dialOf(dial).label}</span>
					<span class="stops">
						{#each stops as stop, i (chipKey(dial, stop, i))}
							{@const key = chipKey(dial, stop, i)}
							<button
								class="stop"
								class:off={left.has(key)}
								aria-pressed={!left.has(key)}
								disabled={!left.has(key) && isLast(dial)}
								title={left.has(key)
									? 'Left out. Press to let it vary'
									: isLast(dial)
										? 'A dial needs at least one value'
										: 'May vary. Press to leave it out'}
								onclick={() => toggle(key)}>{stopSays(dial, stop, i, stops.length)}</button
							>
						{/each}
						{#if ownsStops(whole, dial)}<small class="quiet">of each model’s good range</small>{/if}
					</span>
				</div>
			{:else}
				<p class="quiet">
					Nothing varies on the dials. Put a second value on a dial, or use the suggestion.
				</p>
			{/each}
			<p class="quiet">
				Everything else stays as it is on the <a href="/brief/{work.brief!.id}/dials">dials</a>. All
				settings are compared on the same {many(rack.seed.length, 'seed')}.
			</p>
		</div>

		<div class="spend">
			<h2>What you want to spend</h2>
			<AmountField
				label="Credits, at most"
				helper={Number.isFinite(room) ? `${credits(room)} left in this brief today` : ''}
				value={budget}
				bind:valid
				oninput={(value) => (typed = value)}
				onchange={(value) => (typed = value)}
			/>
			<NumberInput
				size="sm"
				labelText="Pairs to judge, at most"
				helperText="About {Math.max(
					1,
					Math.round(pairs / USUAL.aMinute)
				)} minutes at 10 seconds a pair"
				min={1}
				max={10000}
				hideSteppers
				bind:value={pairs}
			/>
			<div class="says" role="status">
				{#if problems.length}
					<p class="problem">{problems[0].says}</p>
				{:else if settings > MOST_SETTINGS}
					<p class="problem">
						That makes {settings.toLocaleString()} settings, and at most {MOST_SETTINGS.toLocaleString()}
						can be narrowed down at once. Leave some values out.
					</p>
				{:else if settings < 2}
					<p class="problem">There is only one setting, so there is nothing to compare.</p>
				{:else if tooLittle}
					<p class="problem">
						The first round makes {many(first.takes, 'take')} and costs {credits(first.credits)} credits.
						{room < first.credits
							? `Only ${credits(room)} are left.`
							: 'Raise the credits, or leave some values out.'}
					</p>
				{:else}
					<p>
						<strong class="num">{settings.toLocaleString()}</strong> settings.
						{#if first.takes}
							Round 1 makes <strong>{many(first.takes, 'take')}</strong> for
							<strong>{credits(first.credits)} credits</strong>. Later rounds make up to 4 each, as
							you answer.
						{:else}
							What was made before counts. Each round makes up to 4 takes, about
							<strong>{credits(4 * each)} credits</strong>, as you answer.
						{/if}
					</p>
					<p class="quiet">
						It orders takes for {credits(budget)} credits at most, and you can stop at any time. Running
						every setting once would cost {credits(each * settings)}.
					</p>
				{/if}
			</div>
			<div class="do">
				{#if current}
					<Button disabled={!field} on:click={change}>Go on with these</Button>
				{/if}
				<Button kind={current ? 'tertiary' : 'primary'} disabled={!able} on:click={begin}
					>{first.takes ? `Run ${many(first.takes, 'take')} and start` : 'Start'}{current
						? ' again'
						: ''}</Button
				>
				{#if current}
					<Button kind="ghost" on:click={onbegin}>Back</Button>
				{/if}
			</div>
		</div>
	</div>
</section>

<style>
	.start {
		display: grid;
		gap: 20px;
		max-width: 1180px;
		padding: 26px 28px 40px;
	}

	header p {
		max-width: 66ch;
		margin-top: 6px;
		font-size: 16px;
	}

	.columns {
		display: grid;
		grid-template-columns: minmax(0, 1fr) 340px;
		gap: 28px;
		align-items: start;
	}

	.vary,
	.spend {
		display: grid;
		gap: 14px;
		padding: 18px;
		border: 1px solid var(--rule);
		background: var(--panel);
	}

	.head {
		display: flex;
		gap: 10px;
		align-items: center;
	}

	.head h2 {
		margin-right: auto;
	}

	.head .act[aria-pressed='true'] {
		font-weight: 650;
		text-decoration: none;
	}

	.dial {
		display: grid;
		grid-template-columns: 110px minmax(0, 1fr);
		gap: 12px;
		align-items: baseline;
	}

	.name {
		font-weight: 600;
	}

	.stops {
		display: flex;
		flex-wrap: wrap;
		gap: 6px;
		align-items: baseline;
	}

	.stop {
		max-width: 100%;
		min-height: 30px;
		padding: 3px 10px;
		overflow: hidden;
		border: 1px solid var(--varied);
		background: var(--paper);
		color: var(--ink);
		font: 14px var(--sans);
		text-overflow: ellipsis;
		cursor: pointer;
	}

	.stop:disabled {
		cursor: default;
	}

	.stop.off {
		border-color: var(--rule-strong);
		border-style: dashed;
		color: var(--ink-3);
		text-decoration: line-through;
	}

	.says {
		display: grid;
		gap: 8px;
		min-height: 92px;
	}

	.problem {
		color: var(--wrong);
	}

	.do {
		display: flex;
		flex-wrap: wrap;
		gap: 8px;
	}

	@media (max-width: 900px) {
		.columns {
			grid-template-columns: minmax(0, 1fr);
		}
	}
</style>
