<script lang="ts">
	import { Button, InlineNotification, TextArea, TextInput } from 'carbon-components-svelte';
	import { readBallotAnswers } from '$lib/core/formats';
	import { FileProblem } from '$lib/core/problem';
	import type { Take } from '$lib/core/schema';
	import * as store from '$lib/store';
	import { pairsForBallot } from '$lib/workers';
	import {
		Choice,
		chooseFile,
		Dialog,
		fileName,
		many,
		saveFile,
		useWork,
		type Judged
	} from '$lib/ui/shared';
	import { makeBallot, readBack } from './ballots';

	/** Pairs given out to other eyes as one file, and their answers read back. */
	let { judged, takes, onclose }: { judged: Judged; takes: readonly Take[]; onclose: () => void } =
		$props();

	const work = useWork();
	let title = $state('Which picture is better?');
	let count = $state('20');
	let working = $state<string | null>(null);
	let said = $state<{ kind: 'error' | 'success'; text: string } | null>(null);
	let pasted = $state('');
	let judge = $state('');
	let tried = $state(false);
	/** The name that the answers carry themselves. */
	const named = $derived.by(() => {
		try {
			return readBallotAnswers(pasted).judge.trim();
		} catch {
			return '';
		}
	});
	const who = $derived(judge.trim() || named);

	const sentence = (cause: unknown) =>
		cause instanceof FileProblem ? cause.message : 'That did not work: try it again.';

	async function give() {
		said = null;
		working = 'Choosing pairs …';
		try {
			const pairs = await pairsForBallot(judged.evidence(true, takes), Number(count));
			if (!pairs.length) throw new FileProblem('There are no two takes to compare here.');
			const { ballot, html } = await makeBallot(
				work.brief!.id,
				title.trim() || 'Which picture is better?',
				pairs,
				(done, all) => (working = `Putting in picture ${done + 1} of ${all} …`)
			);
			await store.addBallot(ballot);
			saveFile(`${fileName(work.brief!.name)}.ballot.html`, html, 'text/html');
			said = {
				kind: 'success',
				text: `${many(pairs.length, 'pair')} are in the file. Send it to whoever is to judge: it opens in any browser, without network. Read the answers back here.`
			};
		} catch (cause) {
			said = { kind: 'error', text: sentence(cause) };
		}
		working = null;
	}

	async function open() {
		const file = await chooseFile('.json,application/json,.txt,text/plain');
		if (!file) return;
		said = null;
		pasted = await file.text();
		try {
			readBallotAnswers(pasted);
		} catch (cause) {
			said = { kind: 'error', text: `${file.name}: ${sentence(cause)}` };
			pasted = '';
		}
	}

	async function read() {
		tried = true;
		said = null;
		if (!who || !pasted.trim()) return;
		try {
			const { kept, gone, replaced } = await readBack(pasted, work.brief!.id, who);
			said = {
				kind: 'success',
				text: [
					`Read ${many(kept, 'answer')} of ${who}.`,
					...(replaced
						? [`They replace the ${many(replaced, 'answer')} of ${who} that were read before.`]
						: []),
					...(gone ? [`${many(gone, 'answer')} were about takes that are deleted.`] : [])
				].join(' ')
			};
			[pasted, judge, tried] = ['', '', false];
		} catch (cause) {
			said = { kind: 'error', text: sentence(cause) };
		}
	}
</script>

<Dialog open heading="Other people’s eyes" {onclose}>
	{#if said}
		<InlineNotification lowContrast hideCloseButton kind={said.kind} title={said.text} />
	{/if}
	<section>
		<h3>Give a ballot out</h3>
		<p>
			One file with pairs of these {many(takes.length, 'take')}, pictures inside, no settings. It
			opens on any computer or telephone.
		</p>
		<div class="row">
			<TextInput size="sm" labelText="What stands at its head" bind:value={title} maxlength={120} />
			<Choice
				says="with"
				label="Number of pairs"
				value={count}
				items={['10', '20', '30', '40'].map((value) => ({ value, text: `${value} pairs` }))}
				onchange={(value) => (count = value)}
			/>
			<Button size="small" disabled={working !== null} on:click={give}>Make the ballot</Button>
		</div>
		{#if working}<p role="status">{working}</p>{/if}
	</section>
	<section>
		<h3>Read answers back</h3>
		<div class="row">
			<Button size="small" kind="tertiary" on:click={open}>Choose the file …</Button>
			<span class="quiet">or paste the text:</span>
		</div>
		<TextArea
			hideLabel
			labelText="The answers as text"
			placeholder={'{"format":"dial-pick/ballot-answers" …'}
			rows={2}
			bind:value={pasted}
			invalid={tried && !pasted.trim()}
			invalidText="Choose the file, or paste the text."
		/>
		<div class="row">
			<TextInput
				size="sm"
				labelText="Whose eyes"
				placeholder={named || 'A name'}
				maxlength={100}
				bind:value={judge}
				invalid={tried && !who}
				invalidText="Say under what name the answers are kept."
			/>
			<Button size="small" on:click={read}>Read them in</Button>
		</div>
	</section>
	{#if judged.ballots.length}
		<section>
			<h3>Given out</h3>
			<ul>
				{#each [...judged.ballots].reverse() as ballot (ballot.id)}
					<li>
						{ballot.name}, {many(ballot.pairs.length, 'pair')}, {new Date(
							ballot.createdAt
						).toLocaleDateString('en')}:
						{ballot.read.length
							? `answered by ${ballot.read.map((one) => one.judge).join(', ')}`
							: 'no answers yet'}
					</li>
				{/each}
			</ul>
		</section>
	{/if}
</Dialog>

<style>
	section {
		display: grid;
		gap: 8px;
		margin-bottom: 18px;
	}

	.row {
		display: flex;
		gap: 12px;
		align-items: end;
	}

	.row :global(.bx--btn) {
		flex: none;
	}
</style>
