<script lang="ts">
	import { everyPage } from "@markpen/client";
	import Ask from "../../parts/Ask.svelte";
	import ChangePassphrase from "../../parts/ChangePassphrase.svelte";
	import Fetched from "../../parts/Fetched.svelte";
	import Head from "../../parts/Head.svelte";
	import SchoolSettings from "./SchoolSettings.svelte";
	import SiteClasses from "./SiteClasses.svelte";
	import { api } from "../../state/site/api.ts";
	import { Loading } from "../../state/site/loading.svelte.ts";
	import { notes } from "../../state/site/notes.svelte.ts";
	import { session } from "../../state/site/session.svelte.ts";
	import { moment } from "../../state/site/times.ts";

	const administrator = $derived(session.account?.administrator ?? false);
	const loading = new Loading<Awaited<ReturnType<typeof fetch>>>();
	async function fetch() {
		const { tokens } = await api.listTokens({});
		if (!session.account?.administrator)
			return { tokens, teachers: [], classes: [], audit: [], next: null as string | null };
		const [teachers, classes, { rows, next }] = await Promise.all([
			everyPage(
				(at) => api.listTeachers({ query: at }),
				(page) => page.teachers,
			),
			everyPage(
				(at) => api.listSiteClasses({ query: at }),
				(page) => page.classes,
			),
			api.listAudit({ query: { limit: 50 } }),
		]);
		return { tokens, teachers, classes, audit: rows, next };
	}
	const load = () => loading.load(fetch, "account");
	$effect(() => void load());

	let name = $state("");
	let signInName = $state("");
	/** A passphrase for one sign-in, shown this once. */
	let once = $state.raw<{ name: string; passphrase: string } | null>(null);
	let more = $state.raw<Awaited<ReturnType<typeof api.listAudit>>["rows"]>([]);
	let next = $state<string | null>(null);
	$effect(() => {
		next = loading.value?.next ?? null;
		more = [];
	});

	async function revoke(id: string) {
		await notes.trying(() => api.revokeToken({ params: { id } }));
		await load();
	}
	async function add(event: SubmitEvent) {
		event.preventDefault();
		const made = await notes.trying(() => api.addTeacher({ body: { name, signInName } }));
		if (!made) return;
		once = { name: made.name, passphrase: made.passphrase };
		[name, signInName] = ["", ""];
		await load();
	}
	async function reset(id: string, of: string) {
		const made = await notes.trying(() => api.resetPassphrase({ params: { id } }));
		if (made) once = { name: of, passphrase: made.passphrase };
	}
	/** The teacher whose account is to be closed. */
	let closing = $state.raw<{ id: string; name: string } | null>(null);
	async function close() {
		if (!closing) return;
		const { id } = closing;
		closing = null;
		await notes.trying(() => api.closeTeacher({ params: { id } }));
		await load();
	}
	async function older() {
		if (!next) return;
		const cursor = next;
		const page = await notes.trying(() => api.listAudit({ query: { cursor, limit: 50 } }));
		if (!page) return;
		more = [...more, ...page.rows];
		next = page.next;
	}
</script>

<Head title="Account" about={session.account?.name ?? ""} />
<Fetched {loading} what="your account">
	{#snippet children(page)}
		<div class="grid gap-10 px-4 py-5 sm:px-6 lg:grid-cols-2">
			<section aria-labelledby="passphrase">
				<h2 id="passphrase" class="mb-2 text-lead">Passphrase</h2>
				<ChangePassphrase />
			</section>
			<section aria-labelledby="tokens">
				<h2 id="tokens" class="mb-1 text-lead">Tokens</h2>
				<p class="quiet mb-2">
					Tokens let the command line sign in. Make one with <span class="font-mono">markpen sign-in</span>; it works
					until its date.
				</p>
				<ul>
					{#each page.tokens as t (t.id)}<li class="flex flex-wrap items-baseline gap-3 border-b border-rule py-1.5">
							<b>{t.name}</b><span class="quiet grow"
								>{t.scope === "read" ? "read only" : "read and write"}, until {moment(t.endsAt)}{t.usedAt
									? `, last used ${moment(t.usedAt)}`
									: ""}</span
							><button type="button" class="tool" onclick={() => revoke(t.id)}
								>Revoke<span class="sr-only"> {t.name}</span></button
							>
						</li>{:else}<li class="quiet">You have no tokens.</li>{/each}
				</ul>
			</section>
			{#if administrator}
				<SchoolSettings />
				<section aria-labelledby="teachers">
					<h2 id="teachers" class="mb-2 text-lead">Teachers</h2>
					{#if once}<p role="status" class="mb-3 border-l-[3px] border-ink py-1 pl-3">
							One-time passphrase for {once.name}: <b class="font-mono">{once.passphrase}</b>. Copy it now: it is shown
							only once. <button type="button" class="underline" onclick={() => (once = null)}>Done</button>
						</p>{/if}
					<ul>
						{#each page.teachers as t (t.id)}<li
								class="flex flex-wrap items-baseline gap-3 border-b border-rule py-1.5"
							>
								<b>{t.name}</b><span class="quiet grow">{t.signInName}{t.administrator ? ", administrator" : ""}</span
								>{#if t.id !== session.account?.id}<button
										type="button"
										class="tool"
										onclick={() => reset(t.id, t.name)}>New passphrase<span class="sr-only"> for {t.name}</span></button
									><button type="button" class="tool" onclick={() => (closing = t)}
										>Close account<span class="sr-only"> of {t.name}</span></button
									>{/if}
							</li>{/each}
					</ul>
					<form onsubmit={add} class="mt-3 flex flex-wrap items-end gap-2">
						<label class="grid gap-0.5"
							><span class="quiet">Name</span><input class="field" bind:value={name} required maxlength="120" /></label
						><label class="grid gap-0.5"
							><span class="quiet">Sign-in name</span><input
								class="field"
								bind:value={signInName}
								required
								maxlength="80"
							/></label
						><button class="button">Add teacher</button>
					</form>
				</section>
				<SiteClasses classes={page.classes} teachers={page.teachers} onchanged={load} />
				<section aria-labelledby="audit" class="min-w-0">
					<h2 id="audit" class="mb-1 text-lead">Change log</h2>
					<p class="quiet mb-2">Who changed what, newest first. Nobody can edit this log.</p>
					<!-- svelte-ignore a11y_no_noninteractive_tabindex: it scrolls -->
					<div class="max-h-96 overflow-auto" tabindex="0" role="region" aria-label="Change log">
						<table class="w-full text-left text-small">
							<thead
								><tr
									>{#each ["When", "Who", "What", "From", "To"] as h (h)}<th
											scope="col"
											class="sticky top-0 border-b border-rule-strong bg-paper py-1 pr-3">{h}</th
										>{/each}</tr
								></thead
							><tbody
								>{#each [...page.audit, ...more] as r (r.number)}<tr class="border-b border-rule"
										><td class="py-1 pr-3 whitespace-nowrap">{moment(r.at)}</td><td class="py-1 pr-3"
											>{page.teachers.find((t) => t.id === r.who)?.name ?? (r.who ? "a student" : "Mark Pen")}</td
										><td class="py-1 pr-3">{r.what}{r.field ? `, ${r.field}` : ""}</td><td class="py-1 pr-3"
											>{r.old ?? ""}</td
										><td class="max-w-32 truncate py-1">{r.new ?? ""}</td></tr
									>{/each}</tbody
							>
						</table>
					</div>
					{#if next}<button type="button" class="tool mt-2" onclick={older}>Show older changes</button>{/if}
				</section>
			{/if}
		</div>
	{/snippet}
</Fetched>
<Ask open={closing !== null} title="Close {closing?.name ?? ''}'s account?" onclose={() => (closing = null)}
	><p class="mb-4">
		{closing?.name} can no longer sign in, and their tokens stop working. Their assignments and judgements are kept. Share
		classes that have no other teacher first.
	</p>
	<div class="flex gap-3">
		<button type="button" class="button primary" onclick={close}>Close account</button><button
			type="button"
			class="button"
			onclick={() => (closing = null)}>Cancel</button
		>
	</div></Ask
>
