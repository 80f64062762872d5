<script lang="ts">
	import { session } from "../state/site/session.svelte.ts";

	let classCode = $state("");
	let signInName = $state("");
	let passphrase = $state("");
	let seen = $state(false);
	const passphraseId = $props.id();
	let busy = $state(false);

	async function submit(event: SubmitEvent) {
		event.preventDefault();
		busy = true;
		await session.signIn(classCode, signInName, passphrase);
		busy = false;
	}
</script>

<form onsubmit={submit} class="grid gap-4">
	<label class="grid gap-1"
		><span>Class code <span class="text-ink-soft">(students: see your card)</span></span><input
			class="field"
			name="classCode"
			bind:value={classCode}
			autocomplete="organization"
			autocapitalize="none"
		/></label
	>
	<label class="grid gap-1"
		><span>Sign-in name</span><input
			class="field"
			name="signInName"
			bind:value={signInName}
			autocomplete="username"
			autocapitalize="none"
			required
		/></label
	>
	<div class="grid gap-1">
		<label for={passphraseId}>Passphrase</label><input
			id={passphraseId}
			class="field"
			type={seen ? "text" : "password"}
			name="passphrase"
			bind:value={passphrase}
			autocomplete="current-password"
			autocapitalize="none"
			spellcheck="false"
			required
		/><label class="quiet flex items-center gap-2"><input type="checkbox" bind:checked={seen} /> Show passphrase</label>
	</div>
	<p class="quiet">Capitals, hyphens and spaces don't matter when you type from a card.</p>
	{#if session.error}<p role="alert" class="border-l-[3px] border-missed py-0.5 pl-3">{session.error}</p>{/if}
	<div><button class="button primary" disabled={busy}>Sign in</button></div>
</form>
