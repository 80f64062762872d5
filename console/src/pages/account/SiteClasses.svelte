<script lang="ts">
	import { counted } from "@markpen/core";
	import Ask from "../../parts/Ask.svelte";
	import { api } from "../../state/site/api.ts";
	import { notes } from "../../state/site/notes.svelte.ts";
	import { moment } from "../../state/site/times.ts";

	/** Every class of the site: sharing it, and closing and archiving school years. */
	interface Props {
		classes: Awaited<ReturnType<typeof api.listSiteClasses>>["classes"];
		teachers: Awaited<ReturnType<typeof api.listTeachers>>["teachers"];
		onchanged: () => void;
	}
	const { classes, teachers, onchanged }: Props = $props();

	/** School years with what can be done at their end. */
	const years = $derived(
		[...new Set(classes.map((c) => c.schoolYear))]
			.sort()
			.map((name) => ({
				name,
				open: classes.filter((c) => c.schoolYear === name && !c.closedAt).length,
				closed: classes.filter((c) => c.schoolYear === name && c.closedAt && !c.archivedAt).length,
			}))
			.filter((year) => year.open > 0 || year.closed > 0),
	);
	let busy = $state("");
	/** What is asked about before it is done. */
	let asked = $state.raw<{ what: "close" | "archive"; year: string; count: number } | null>(null);

	const classesWord = (count: number) => counted(count, "class", "classes");

	async function doing(what: string, work: () => Promise<string>) {
		busy = what;
		const said = await notes.trying(work);
		busy = "";
		if (said) notes.say(said);
		onchanged();
	}
	async function archive(year: string) {
		let done = 0;
		for (let left = 1; left > 0;) {
			const next = await api.archiveYear({ body: { schoolYear: year } });
			done += next.archived;
			left = next.left;
			busy = `${year}: ${classesWord(done)} archived, ${left} left`;
		}
		return `${classesWord(done)} archived.`;
	}
	async function confirmed() {
		if (!asked) return;
		const { what, year } = asked;
		asked = null;
		if (what === "archive") await doing(`${year}: archiving`, () => archive(year));
		else
			await doing(`${year}: closing`, async () => {
				const { closed } = await api.closeYear({ body: { schoolYear: year } });
				return `${classesWord(closed)} closed.`;
			});
	}
	const putBack = (id: string, name: string) =>
		doing(`${name}: putting back`, async () => {
			const { handIns } = await api.putBackClass({ params: { id } });
			return `${name} is back. Its ${handIns} hand-ins are being checked.`;
		});

	/** Whom a class is given to, by its id. */
	let given = $state<Record<string, string>>({});
	async function give(event: SubmitEvent, id: string, name: string) {
		event.preventDefault();
		const teacher = given[id];
		if (!teacher) return;
		const done = await notes.trying(async () => {
			await api.giveClass({ params: { id, teacher }, body: { until: null } });
			return true;
		});
		if (done) notes.say(`${name} is shared.`);
		given = { ...given, [id]: "" };
		onchanged();
	}
</script>

<section aria-labelledby="classes">
	<h2 id="classes" class="mb-1 text-lead">All classes</h2>
	<p class="quiet mb-2">If a teacher is away, share the class with another teacher. Both can then work with it.</p>
	<ul>
		{#each classes as c (c.id)}<li class="flex flex-wrap items-center gap-x-3 gap-y-1 border-b border-rule py-1.5">
				<b>{c.name}</b><span class="quiet grow"
					>{c.schoolYear}{c.archivedAt ? ", archived" : c.closedAt ? ", closed" : ""}: {c.teachers
						.map((t) => (t.until ? `${t.name} until ${moment(t.until)}` : t.name))
						.join(", ") || "nobody"}</span
				>
				{#if c.archivedAt}<button
						type="button"
						class="tool"
						disabled={busy !== ""}
						onclick={() => putBack(c.id, c.name)}>Put back<span class="sr-only"> {c.name}</span></button
					>{:else}<form class="flex gap-2" onsubmit={(event) => give(event, c.id, c.name)}>
						<select class="field w-44" required aria-label="Share {c.name} with" bind:value={given[c.id]}
							><option value={undefined} disabled>Choose a teacher</option
							>{#each teachers.filter((t) => !c.teachers.some((o) => o.id === t.id && o.until === null)) as t (t.id)}<option
									value={t.id}>{t.name}</option
								>{/each}</select
						><button class="tool">Share<span class="sr-only"> {c.name}</span></button>
					</form>{/if}
			</li>{:else}<li class="quiet">There are no classes yet.</li>{/each}
	</ul>
	{#if years.length > 0}
		<h3 class="mt-5 mb-1">At the end of a school year</h3>
		<p class="quiet mb-2">
			A closed class can be looked at, and takes no work. An archived class is kept as one packed file, and needs little
			space; you can put it back.
		</p>
		<ul>
			{#each years as y (y.name)}<li class="flex flex-wrap items-center gap-3 border-b border-rule py-1.5">
					<b>{y.name}</b><span class="quiet grow">{y.open} open, {y.closed} closed</span>{#if y.open > 0}<button
							type="button"
							class="tool"
							disabled={busy !== ""}
							onclick={() => (asked = { what: "close", year: y.name, count: y.open })}
							>Close the open ones<span class="sr-only"> of {y.name}</span></button
						>{/if}{#if y.closed > 0}<button
							type="button"
							class="tool"
							disabled={busy !== ""}
							onclick={() => (asked = { what: "archive", year: y.name, count: y.closed })}
							>Archive the closed ones<span class="sr-only"> of {y.name}</span></button
						>{/if}
				</li>{/each}
		</ul>
	{/if}
	{#if busy}<p role="status" class="quiet mt-2">{busy}…</p>{/if}
</section>
<Ask
	open={asked !== null}
	title="{asked?.what === 'archive' ? 'Archive' : 'Close'} {classesWord(asked?.count ?? 0)} of {asked?.year ?? ''}?"
	onclose={() => (asked = null)}
	><p class="mb-4">
		{#if asked?.what === "archive"}A class's pages show no work until you put it back; its hand-ins get new addresses
			then. Export the grade books first if you need points at hand.{:else}Students can't hand in there any more.
			Teachers can reopen their classes.{/if}
	</p>
	<div class="flex gap-3">
		<button type="button" class="button primary" onclick={confirmed}
			>{asked?.what === "archive" ? "Archive" : "Close"}</button
		><button type="button" class="button" onclick={() => (asked = null)}>Cancel</button>
	</div></Ask
>
