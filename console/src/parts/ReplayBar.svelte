<script lang="ts">
	import { Slider } from "bits-ui";
	import { FRAME_SPEEDS, type Replaying, SPEEDS } from "../state/sheet/replaying.svelte.ts";

	const { replaying: r }: { replaying: Replaying } = $props();

	$effect(() => {
		if (!r.playing) return;
		let last = performance.now();
		let asked = requestAnimationFrame(function next(now) {
			r.tick(now - last);
			last = now;
			if (r.playing) asked = requestAnimationFrame(next);
		});
		return () => cancelAnimationFrame(asked);
	});
</script>

<div class="mt-2 border border-rule-strong bg-sheet px-3 py-2" role="group" aria-label="Replay">
	<div class="flex flex-wrap items-center gap-1.5">
		<button type="button" class="tool" onclick={() => (r.playing ? (r.playing = false) : r.play())}
			>{r.playing ? "Pause" : "Play"}</button
		>
		<button type="button" class="tool" aria-label="Step back" onclick={() => r.step(-1)}>◂</button>
		<button type="button" class="tool" aria-label="Step forward" onclick={() => r.step(1)}>▸</button>
		<label class="quiet flex items-center gap-1"
			>Speed <select class="tool" bind:value={r.speed}
				>{#each r.byFrame ? FRAME_SPEEDS : SPEEDS as s (s)}<option value={s}
						>{s} {r.byFrame ? "frames" : "steps"} a second</option
					>{/each}</select
			></label
		>
		{#if r.frames > 1}<label class="quiet flex items-center gap-1.5"
				><input type="checkbox" checked={r.byFrame} onchange={(event) => r.playBy(event.currentTarget.checked)} /> frame by
				frame</label
			>{/if}
		{#if r.frames > 1}
			<span class="quiet flex items-center gap-1">
				<button
					type="button"
					class="tool"
					aria-label="Previous frame"
					onclick={() => r.goFrame(Math.max(1, r.frame - 1))}>◂</button
				>
				Frame {Math.max(1, r.frame)} of {r.frames}
				<button type="button" class="tool" aria-label="Next frame" onclick={() => r.goFrame(r.frame + 1)}>▸</button>
			</span>
		{/if}
		<span class="grow"></span>
		<span class="font-mono text-small" data-testid="replay-place"
			>step {r.row + 1} of {r.last + 1}{r.line ? `, line ${r.line}` : ""}{r.waiting ? ", pause" : ""}</span
		>
	</div>
	<Slider.Root
		type="single"
		min={0}
		max={r.last}
		step={1}
		value={r.row}
		onValueChange={(row) => {
			r.playing = false;
			r.go(row);
		}}
		class="relative my-3 flex h-4 w-full touch-none items-center select-none"
		aria-label="Position in the replay"
	>
		{#snippet children()}
			<span class="relative h-1 w-full bg-rule"><Slider.Range class="absolute h-full bg-ink" /></span>
			{#each r.of.marks as m (m.index)}<span
					aria-hidden="true"
					class="absolute h-3 w-px bg-ink-soft"
					style="left: {(100 * m.row) / Math.max(1, r.last)}%"
				></span>{/each}
			<Slider.Thumb index={0} aria-label="Step" class="block size-4 rounded-full border-2 border-ink bg-sheet" />
		{/snippet}
	</Slider.Root>
	{#if r.of.names.length > 0}
		<dl class="flex flex-wrap gap-x-4 gap-y-1 font-mono text-small" aria-label="Values">
			{#each r.values as { name, value } (name)}<div class="flex gap-1.5">
					<dt class="text-ink-soft">{name}</dt>
					<dd>{value === "" ? "–" : value}</dd>
				</div>{/each}
		</dl>
	{/if}
</div>
