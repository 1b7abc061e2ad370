<script lang="ts">
	/**
	 * What stands instead of every page where the browser does not trust the address: over plain http from another
	 * machine it withholds locks, check sums and room on the disk (Secure Contexts, W3C), and nothing could be kept.
	 */
	const { protocol, host, port } = location;
	const here = `http://localhost${port ? `:${port}` : ''}`;
</script>

<div role="alert">
	<h1>Dial Pick cannot work at this address</h1>
	<p>
		A browser keeps pictures and runs safe only at an address that it trusts, and
		<code>{protocol}//{host}</code> is not encrypted.
	</p>
	<p>
		Open it as <code>https://{host}</code> if whoever runs it has set that up, or on the machine
		that it runs on as <code>{here}</code>. Nothing was kept here, and nothing is lost.
	</p>
</div>

<style>
	div {
		max-width: 62ch;
		margin: 96px auto;
		padding: 0 24px;
	}

	h1 {
		margin: 0 0 16px;
		font-size: 20px;
		font-weight: 650;
	}

	p {
		margin: 0 0 12px;
		line-height: 1.5;
	}

	code {
		white-space: nowrap;
	}
</style>
