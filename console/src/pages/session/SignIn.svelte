<script lang="ts">
	import SignInForm from "../../parts/SignInForm.svelte";
</script>

<svelte:head><title>Sign in · Mark Pen</title></svelte:head>
<main class="mx-auto w-full max-w-sm px-4 pt-[12vh]">
	<h1 class="mb-6 text-title">Mark <span class="border-b-[6px] border-ink">Pen</span></h1>
	<SignInForm />
</main>
