<script lang="ts">
	import { SideNav, SideNavItems, SideNavLink } from 'carbon-components-svelte';
	import BookmarkIcon from 'carbon-icons-svelte/lib/Bookmark.svelte';
	import FindingsIcon from 'carbon-icons-svelte/lib/ChartHighLow.svelte';
	import GridIcon from 'carbon-icons-svelte/lib/Grid.svelte';
	import LibraryIcon from 'carbon-icons-svelte/lib/Catalog.svelte';
	import ModelsIcon from 'carbon-icons-svelte/lib/Model.svelte';
	import NotebookIcon from 'carbon-icons-svelte/lib/Notebook.svelte';
	import NarrowIcon from 'carbon-icons-svelte/lib/CenterCircle.svelte';
	import PairsIcon from 'carbon-icons-svelte/lib/Compare.svelte';
	import DialsIcon from 'carbon-icons-svelte/lib/SettingsAdjust.svelte';
	import WordsIcon from 'carbon-icons-svelte/lib/TextShortParagraph.svelte';
	import { page } from '$app/state';
	import Mark from './Mark.svelte';

	/** Views inside a brief, in the order of work. A new one is one more line. */
	const views = [
		{ id: 'words', label: 'Words', icon: WordsIcon },
		{ id: 'dials', label: 'Dials', icon: DialsIcon },
		{ id: 'narrow', label: 'Narrow down', icon: NarrowIcon },
		{ id: 'sheet', label: 'Sheet', icon: GridIcon },
		{ id: 'pairs', label: 'Pairs', icon: PairsIcon },
		{ id: 'findings', label: 'Findings', icon: FindingsIcon },
		{ id: 'pick', label: 'Pick', icon: BookmarkIcon }
	];

	/** The brief that is open, or from which the models were opened. */
	const brief = $derived(page.params.id ?? page.url.searchParams.get('brief'));
	const here = $derived(page.url.pathname.split('/').at(-1));
</script>

<SideNav isOpen fixed ariaLabel="Views">
	<SideNavItems>
		<li class="logo"><a href="/" aria-label="Dial Pick, all briefs"><Mark size={34} /></a></li>
		<SideNavLink
			icon={NotebookIcon}
			text="Briefs"
			href="/"
			isSelected={page.url.pathname === '/'}
		/>
		<SideNavLink
			icon={ModelsIcon}
			text="Models"
			href="/models{brief ? `?brief=${brief}` : ''}"
			isSelected={page.url.pathname === '/models'}
		/>
		<SideNavLink
			icon={LibraryIcon}
			text="Library"
			href="/library{brief ? `?brief=${brief}` : ''}"
			isSelected={page.url.pathname === '/library'}
		/>
		{#if brief}
			<li class="rule" aria-hidden="true"></li>
			{#each views as { id, label, icon } (id)}
				<SideNavLink {icon} text={label} href="/brief/{brief}/{id}" isSelected={here === id} />
			{/each}
		{/if}
	</SideNavItems>
</SideNav>

<style>
	:global(.bx--side-nav.bx--side-nav) {
		top: 0;
		width: var(--rail-width);
		max-width: var(--rail-width);
		border-right: 1px solid var(--rule);
		background: var(--rail);
		transform: none;
	}

	:global(.bx--side-nav__items.bx--side-nav__items) {
		padding: 0;
	}

	.logo {
		display: grid;
		place-items: center;
		height: 50px;
	}

	.logo a {
		line-height: 0;
	}

	.rule {
		height: 1px;
		margin: 6px 14px;
		background: var(--rule);
	}

	:global(.bx--side-nav__item.bx--side-nav__item) {
		width: 100%;
	}

	:global(a.bx--side-nav__link.bx--side-nav__link) {
		flex-direction: column;
		gap: 4px;
		justify-content: center;
		height: 54px;
		min-height: 54px;
		padding: 0;
		font-family: var(--sans);
		text-align: center;
	}

	:global(.bx--side-nav__link.bx--side-nav__link .bx--side-nav__icon) {
		margin: 0;
	}

	:global(.bx--side-nav__link.bx--side-nav__link .bx--side-nav__icon svg) {
		width: 18px;
		height: 18px;
		fill: var(--ink-2);
	}

	:global(a.bx--side-nav__link.bx--side-nav__link > .bx--side-nav__link-text) {
		color: var(--ink-2);
		font-size: 12px;
		font-weight: 450;
		/* A label of two words takes two lines. */
		padding: 0 8px;
		line-height: 1.15;
		white-space: normal;
	}

	:global(a.bx--side-nav__link--current.bx--side-nav__link--current) {
		background: var(--paper);
	}

	:global(a.bx--side-nav__link--current.bx--side-nav__link--current > .bx--side-nav__link-text) {
		color: var(--ink);
		font-weight: 650;
	}

	:global(a.bx--side-nav__link--current.bx--side-nav__link--current::before) {
		width: 3px;
		background: var(--varied);
	}
</style>
