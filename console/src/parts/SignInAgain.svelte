<script lang="ts">
	import Ask from "./Ask.svelte";
	import SignInForm from "./SignInForm.svelte";
	import { session } from "../state/site/session.svelte.ts";
</script>

<Ask open={session.ended} title="Sign in again" leave={false}>
	<p class="mb-4">You were signed out. What you have typed is still here; sign in, and go on where you were.</p>
	<SignInForm />
</Ask>
