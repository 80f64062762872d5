<script lang="ts">
	import Nothing from "../../parts/Nothing.svelte";
	import Fetched from "../../parts/Fetched.svelte";
	import Head from "../../parts/Head.svelte";
	import Chart from "../../parts/Chart.svelte";
	import Words from "../../parts/Words.svelte";
	import { api } from "../../state/site/api.ts";
	import { Loading } from "../../state/site/loading.svelte.ts";

	const { id }: { id: string } = $props();
	const loading = new Loading<Awaited<ReturnType<typeof api.acrossClasses>>>();
	$effect(() => void loading.load(() => api.acrossClasses({ params: { id } }), `across ${id}`));
	const share = (a: number, b: number) => (b === 0 ? 0 : Math.round((100 * a) / b));
</script>

<Fetched {loading} what="the classes">
	{#snippet children(page)}
		<Head
			title="{page.title} in all classes"
			crumbs={[
				{ href: "/exercises", text: "Exercises" },
				{ href: `/exercises/${id}`, text: page.title },
			]}
		/>
		{#if page.classes.length === 0}
			<Nothing
				says="You haven't set this exercise for any class yet. Choose a class, then set the exercise."
				to={{ href: "/classes", text: "Choose a class" }}
			/>
		{:else}
			<div class="grid gap-8 px-4 py-4 sm:px-6 lg:grid-cols-2">
				<section aria-labelledby="classes">
					<h2 id="classes" class="mb-1 text-lead">Classes</h2>
					<table class="w-full text-left">
						<thead
							><tr
								>{#each ["Class", "Handed in", "Points"] as h (h)}<th
										scope="col"
										class="border-b border-rule-strong py-1 pr-3">{h}</th
									>{/each}</tr
							></thead
						><tbody
							>{#each page.classes as c (c.classId)}<tr class="border-b border-rule"
									><th scope="row" class="py-1.5 pr-3 font-normal"><a href="/classes/{c.classId}">{c.className}</a></th
									><td class="py-1.5 pr-3 font-mono">{c.handedIn} of {c.students}</td><td class="py-1.5 font-mono"
										>{share(c.earned, c.possible)} %</td
									></tr
								>{/each}</tbody
						>
					</table>
				</section>
				<Chart
					question="Which criterion is hardest?"
					columns={["Criterion", "Met", "Of"]}
					rows={page.criteria.map((c) => [c.asks, c.met, c.asked])}
					draw={(charts, width) =>
						charts.bars(
							page.criteria
								.map((c) => ({ name: c.asks, value: c.asked - c.met }))
								.toSorted((a, b) => b.value - a.value),
							width,
							"Students who missed it or met it partly",
						)}
				/>
				<section aria-labelledby="slips">
					<h2 id="slips" class="mb-1 text-lead">Most common causes</h2>
					<ul>
						{#each page.slips.slice(0, 12) as s (s.id)}<li class="flex justify-between border-b border-rule py-1">
								<span><Words text={s.sentence} /></span><span class="font-mono">{s.students}</span>
							</li>{:else}<li class="quiet">No cause is shared by several students.</li>{/each}
					</ul>
				</section>
			</div>
		{/if}
	{/snippet}
</Fetched>
