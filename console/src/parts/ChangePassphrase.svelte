<script lang="ts">
	import { api } from "../state/site/api.ts";
	import { saying } from "../state/site/loading.svelte.ts";
	import { notes } from "../state/site/notes.svelte.ts";
	import { session } from "../state/site/session.svelte.ts";

	let now = $state("");
	let next = $state("");
	let again = $state("");
	let error = $state("");

	async function submit(event: SubmitEvent) {
		event.preventDefault();
		error = next === again ? "" : "The new passphrases differ. Type the same passphrase twice.";
		if (error) return;
		try {
			await api.changePassphrase({ body: { now, next } });
			[now, next, again] = ["", "", ""];
			notes.say("Passphrase changed. You are signed out on all other devices.");
			if (session.account) session.account = { ...session.account, once: false };
		} catch (problem) {
			error = saying(problem);
		}
	}
</script>

<form onsubmit={submit} class="grid max-w-sm gap-3">
	<label class="grid gap-1"
		><span>Current passphrase</span><input
			class="field"
			type="password"
			bind:value={now}
			autocomplete="current-password"
			required
		/></label
	>
	<label class="grid gap-1"
		><span>New passphrase <span class="text-ink-soft">(12 characters or more)</span></span><input
			class="field"
			type="password"
			bind:value={next}
			autocomplete="new-password"
			minlength="12"
			required
		/></label
	>
	<label class="grid gap-1"
		><span>Repeat the new passphrase</span><input
			class="field"
			type="password"
			bind:value={again}
			autocomplete="new-password"
			required
		/></label
	>
	{#if error}<p role="alert" class="border-l-[3px] border-missed py-0.5 pl-3">{error}</p>{/if}
	<div><button class="button primary">Change passphrase</button></div>
</form>
