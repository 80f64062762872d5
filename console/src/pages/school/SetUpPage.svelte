<script lang="ts">
	import SchoolForm from "../../parts/SchoolForm.svelte";
	import { SettingUp } from "../../state/school/setting-up.svelte.ts";
	import { router } from "../../state/site/router.svelte.ts";
	import { session } from "../../state/site/session.svelte.ts";

	const form = new SettingUp(location.hash.slice(1));
	let seen = $state(false);

	async function submit(event: SubmitEvent) {
		event.preventDefault();
		const account = await form.send();
		if (!account) return;
		session.enter(account);
		router.go("/");
	}
</script>

<svelte:head><title>Set up your school · Mark Pen</title></svelte:head>
<main class="mx-auto w-full max-w-3xl px-4 py-8">
	<h1 class="mb-1 text-title">Set up your school</h1>
	{#if !form.hasLink}
		<p class="mt-4">
			Open the complete set-up link that the start command printed. It ends in <span class="font-mono">#</span> and a long
			code.
		</p>
	{:else}
		<p class="mb-6 text-ink-soft">You can change all of this later.</p>
		<form onsubmit={submit} class="grid gap-x-12 gap-y-6 sm:grid-cols-2">
			<fieldset class="grid content-start gap-4">
				<legend class="mb-3 text-lead font-semibold">Your school</legend>
				<SchoolForm bind:school={form.school} />
			</fieldset>
			<fieldset class="grid content-start gap-4">
				<legend class="mb-3 text-lead font-semibold">Your account</legend>
				<label class="grid gap-1"
					><span>Your name</span><input
						class="field"
						value={form.administrator.name}
						oninput={(event) => form.nameAdministrator(event.currentTarget.value)}
						required
						maxlength="120"
						autocomplete="name"
					/></label
				>
				<label class="grid gap-1"
					><span>Sign-in name</span><input
						class="field"
						value={form.administrator.signInName}
						oninput={(event) => form.nameSignIn(event.currentTarget.value)}
						required
						maxlength="80"
						autocomplete="username"
						autocapitalize="none"
					/></label
				>
				<label class="grid gap-1"
					><span>Passphrase <span class="text-ink-soft">(12 characters or more)</span></span><input
						class="field"
						type={seen ? "text" : "password"}
						bind:value={form.administrator.passphrase}
						required
						minlength="12"
						maxlength="200"
						autocomplete="new-password"
						autocapitalize="none"
						spellcheck="false"
					/></label
				>
				<label class="quiet -mt-2 flex items-center gap-2"
					><input type="checkbox" bind:checked={seen} /> Show the passphrase</label
				>
				<p class="quiet">You are the administrator: you add teachers and manage the school's settings.</p>
			</fieldset>
			<div class="grid gap-3 sm:col-span-2">
				{#if form.error}<p role="alert" class="border-l-[3px] border-missed py-0.5 pl-3">{form.error}</p>{/if}
				<div><button class="button primary" disabled={form.busy}>Set up this school</button></div>
			</div>
		</form>
	{/if}
</main>
