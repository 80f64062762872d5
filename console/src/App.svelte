<script lang="ts">
	import { Tooltip } from "bits-ui";
	import Notes from "./parts/Notes.svelte";
	import Notice from "./parts/Notice.svelte";
	import Shell from "./parts/Shell.svelte";
	import SignIn from "./pages/session/SignIn.svelte";
	import SignInAgain from "./parts/SignInAgain.svelte";
	import ChangePassphrase from "./parts/ChangePassphrase.svelte";
	import { notes } from "./state/site/notes.svelte.ts";
	import { sendAll } from "./state/desk/outbox.ts";
	import { Pages } from "./pages.svelte.ts";
	import { router } from "./state/site/router.svelte.ts";
	import { session } from "./state/site/session.svelte.ts";

	session.load();
	const pages = new Pages();
	/** What a student pressed without a network goes out once there is one. */
	const deliver = async () => {
		if (session.account?.role !== "student" || router.place.page === "desk") return;
		const arrived = (await sendAll()).filter((s) => s.state === "arrived").length;
		if (arrived > 0)
			notes.say(
				arrived === 1
					? "What you handed in without a network has arrived."
					: `${arrived} programs that you handed in without a network have arrived.`,
			);
	};
	$effect(() => {
		if (!session.account) return;
		void deliver();
		addEventListener("online", deliver);
		return () => removeEventListener("online", deliver);
	});
	$effect(() => {
		if (session.account) void pages.show(router.place, session.account.role, router.turn);
		else pages.clear();
	});
</script>

<!-- svelte-ignore a11y_click_events_have_key_events, a11y_no_static_element_interactions: links keep their own keys -->
<div onclick={router.follow} class="flex min-h-screen flex-col">
	<Tooltip.Provider delayDuration={300}>
		{#if !session.known}
			<p class="p-6 text-ink-soft" aria-busy="true">Opening …</p>
		{:else if !session.account && router.place.page === "set-up"}
			{#await import("./pages/school/SetUpPage.svelte") then { default: SetUpPage }}<SetUpPage />{/await}
		{:else if !session.account}
			<SignIn />
		{:else if session.account.once}
			<Shell
				><div class="mx-auto w-full max-w-lg px-4 py-8">
					<h1 class="mb-2">Choose your own passphrase</h1>
					<p class="mb-5 text-ink-soft">The passphrase you were given works only once.</p>
					<ChangePassphrase />
				</div></Shell
			>
		{:else}
			<Shell>
				{#if pages.missing === "failed"}
					<Notice role="alert"
						>This page could not be loaded. Nothing was lost; load it again when the network is back.</Notice
					>
				{:else if pages.missing === "nowhere"}
					<Notice>There is no page at this address. <a href="/">Go to the first page</a></Notice>
				{:else if pages.shown}
					{@const { page: Page, params, key } = pages.shown}
					{#key key}<Page {...params} />{/key}
				{:else}
					<p class="p-6 text-ink-soft" aria-busy="true">Opening …</p>
				{/if}
			</Shell>
			<SignInAgain />
		{/if}
		<Notes />
	</Tooltip.Provider>
</div>
