<script lang="ts">
	import { Tooltip } from "bits-ui";
	import { router } from "./state/router.svelte.ts";
	import { session } from "./state/session.svelte.ts";
	import Shell from "./parts/Shell.svelte";
	import Notice from "./parts/Notice.svelte";
	import SignIn from "./pages/session/SignIn.svelte";
	import ClassList from "./pages/class/ClassList.svelte";
	import ClassPage from "./pages/class/ClassPage.svelte";
	import AssignmentPage from "./pages/assignment/AssignmentPage.svelte";
	import HandInPage from "./pages/hand-in/HandInPage.svelte";
	import WorkList from "./pages/desk/WorkList.svelte";

	session.load();
	const desk = () => import("./pages/desk/DeskPage.svelte");
	const place = $derived(router.place);
	const teacher = $derived(session.account?.role === "teacher");
</script>

<!-- svelte-ignore a11y_click_events_have_key_events, a11y_no_static_element_interactions: links keep their own keys -->
<div onclick={router.follow} class="flex min-h-screen flex-col">
	<Tooltip.Provider delayDuration={300}>
		{#if !session.known}
			<p class="p-6 text-ink-soft" aria-busy="true">Opening …</p>
		{:else if !session.account}
			<SignIn />
		{:else}
			<Shell>
				{#if place.page === "home"}
					{#if teacher}<ClassList />{:else}<WorkList />{/if}
				{:else if place.page === "class" && teacher}
					{#key place.id}<ClassPage id={place.id} />{/key}
				{:else if place.page === "assignment" && teacher}
					{#key place.id + place.exercise}<AssignmentPage id={place.id} exercise={place.exercise} />{/key}
				{:else if place.page === "hand-in"}
					{#key place.id}<HandInPage id={place.id} />{/key}
				{:else if place.page === "desk" && !teacher}
					{#await desk()}
						<p class="p-6 text-ink-soft" aria-busy="true">Opening the desk …</p>
					{:then { default: DeskPage }}
						{#key place.id + place.exercise}<DeskPage id={place.id} exercise={place.exercise} />{/key}
					{:catch}
						<Notice>The desk could not be loaded. Nothing was lost; load this page again.</Notice>
					{/await}
				{:else}
					<Notice>There is no page at this address. <a href="/">Go to the first page</a></Notice>
				{/if}
			</Shell>
		{/if}
	</Tooltip.Provider>
</div>
