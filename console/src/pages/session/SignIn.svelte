<script lang="ts">
	import SignInForm from "../../parts/SignInForm.svelte";
	import { session } from "../../state/site/session.svelte.ts";
</script>

<svelte:head><title>Sign in · Mark Pen</title></svelte:head>
<main class="mx-auto w-full max-w-sm px-4 pt-[12vh]">
	<h1 class="mb-6 text-title">Mark <span class="border-b-[6px] border-ink">Pen</span></h1>
	{#if session.leaving !== null}<p role="alert" class="mb-5 border-l-[3px] border-missed py-0.5 pl-3">
			You are <b>not signed out yet</b>: the service can't be reached. It is tried again every few seconds. Keep this
			page open until this message is gone.
		</p>{/if}
	<SignInForm />
</main>
