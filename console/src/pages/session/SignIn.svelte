<script lang="ts">
	import SignInForm from "../../parts/SignInForm.svelte";
	import { api } from "../../state/site/api.ts";
	import { Loading } from "../../state/site/loading.svelte.ts";
	import { session } from "../../state/site/session.svelte.ts";

	const school = new Loading<Awaited<ReturnType<typeof api.showSchool>>>();
	school.load(() => api.showSchool({}), "school");
</script>

<svelte:head><title>Sign in · Mark Pen</title></svelte:head>
<main class="mx-auto w-full max-w-sm px-4 pt-[12vh]">
	<h1 class="mb-6 text-title">
		Mark <span class="border-b-[6px] border-ink">Pen</span>
		{#if school.value?.name}<span class="mt-2 block text-lead font-normal text-ink-soft">{school.value.name}</span>{/if}
	</h1>
	{#if school.value?.isSetUp === false}<p class="mb-5 border-l-[3px] border-ink py-0.5 pl-3">
			There are no accounts yet. Open the set-up link that the start command printed.
		</p>{/if}
	{#if session.leaving !== null}<p role="alert" class="mb-5 border-l-[3px] border-missed py-0.5 pl-3">
			You are <b>not signed out yet</b>: the service can't be reached. Keep this page open until this message
			disappears.
		</p>{/if}
	<SignInForm />
</main>
