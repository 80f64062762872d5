<script lang="ts">
	import Ask from "./Ask.svelte";
	import SignInForm from "./SignInForm.svelte";
	import { session } from "../state/site/session.svelte.ts";
</script>

<Ask open={session.ended} title="Sign in again" leave={false}>
	<p class="mb-4">You were signed out. Your work on this page is still here: sign in to continue.</p>
	<SignInForm />
</Ask>
