<script lang="ts">
	import type { ReportBody } from "@markpen/contract";
	import { Toggle } from "bits-ui";
	import { gridOf, gridStep, sheetPoint } from "../state/grid.ts";

	interface Props {
		picture: ReportBody["picture"];
		figures?: ReportBody["figures"];
		/** Figures that light up. */
		lit?: ReadonlySet<number>;
		onpoint?: (figure: number | null) => void;
		/** Whether the figure that is pointed at is read out below. */
		said?: boolean;
	}
	const { picture, figures = [], lit = new Set<number>(), onpoint, said = true }: Props = $props();

	let grid = $state(true);
	let cross = $state<{ x: number; y: number } | null>(null);
	let over = $state<number | null>(null);
	let svg = $state<SVGSVGElement>();

	const lines = $derived(gridOf(picture));
	const margin = $derived(Math.max(picture.width, picture.height) / 18);
	const label = $derived(margin * 0.42);
	const clip = `sheet-${Math.floor(Math.random() * 1e9)}`;
	const at = $derived(cross && sheetPoint(picture, cross.x, cross.y));
	const named = $derived(figures.find((f) => f.index === (over ?? (lit.size === 1 ? [...lit][0] : null))));

	const cut = (number: number | undefined) => (number === undefined ? undefined : `url(#${clip}-${number})`);

	/** Turned, and mirrored where it is, about where it stands. */
	function turned({ x, y, turned: angle, mirrored }: { x: number; y: number; turned: number; mirrored?: true | undefined }) {
		if (mirrored) return `translate(${x} ${y}) rotate(${-angle}) scale(-1 1) translate(${-x} ${-y})`;
		return angle ? `rotate(${-angle} ${x} ${y})` : undefined;
	}

	function point(figure: number | null) {
		over = figure;
		onpoint?.(figure);
	}

	function move(event: PointerEvent) {
		const matrix = svg?.getScreenCTM();
		if (!matrix) return;
		const p = new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix.inverse());
		const inside = p.x >= 0 && p.y >= 0 && p.x <= picture.width && p.y <= picture.height;
		cross = inside ? { x: Math.round(p.x), y: Math.round(p.y) } : null;
	}

	function step(event: KeyboardEvent) {
		const size = event.shiftKey ? gridStep(picture) : 1;
		const moves: Readonly<Record<string, [number, number]>> = { ArrowLeft: [-size, 0], ArrowRight: [size, 0], ArrowUp: [0, -size], ArrowDown: [0, size] };
		const by = moves[event.key];
		if (!by) return;
		const [dx, dy] = by;
		event.preventDefault();
		const from = cross ?? { x: Math.round(picture.width / 2), y: Math.round(picture.height / 2) };
		cross = { x: Math.max(0, Math.min(picture.width, from.x + dx)), y: Math.max(0, Math.min(picture.height, from.y + dy)) };
	}
</script>

<div class="flex h-8 items-center gap-3">
	<Toggle.Root bind:pressed={grid} class="button data-[state=on]:border-ink" style="padding: 2px 9px">Grid {grid ? "on" : "off"}</Toggle.Root>
	<span class="grow"></span>
	<span class="font-mono text-[13px] text-ink-soft" aria-live="polite" data-testid="coordinates">{at ? `x ${at.x}  y ${at.y}` : ""}</span>
</div>
<!-- svelte-ignore a11y_no_noninteractive_tabindex, a11y_no_noninteractive_element_interactions: arrow keys move the cross -->
<div role="application" tabindex="0" aria-label="Drawing, {picture.width} by {picture.height}; arrow keys move a cross whose place is read out" onkeydown={step} class="mt-3 border border-rule-strong bg-sheet">
	<svg bind:this={svg} viewBox="{-margin * 1.3} {-margin} {picture.width + margin * 2} {picture.height + margin * 1.4}" class="block max-h-[62vh] w-full" role="presentation" onpointermove={move} onpointerleave={() => { cross = null; point(null); }}>
		<defs><clipPath id={clip}><rect width={picture.width} height={picture.height} /></clipPath></defs>
		<rect width={picture.width} height={picture.height} fill={picture.paper} />
		{#if grid}
			<g stroke="#7089a8" stroke-opacity="0.3" vector-effect="non-scaling-stroke">
				{#each lines.across as l (l.at)}<path d="M{l.at} 0V{picture.height}" stroke-width={l.strong ? 1.2 : 0.5} vector-effect="non-scaling-stroke" />{/each}
				{#each lines.down as l (l.at)}<path d="M0 {l.at}H{picture.width}" stroke-width={l.strong ? 1.2 : 0.5} vector-effect="non-scaling-stroke" />{/each}
			</g>
		{/if}
		{#each picture.clips as c, i (i)}<clipPath id="{clip}-{i}" clip-path={cut(c.clip)}><path d={c.d} clip-rule={c.evenOdd ? "evenodd" : undefined} /></clipPath>{/each}
		<g clip-path="url(#{clip})">
			{#each picture.shapes as s, i (i)}
				{#if s.text}
					<text x={s.text.x} y={s.text.y} font-size={s.text.size} text-anchor={s.text.anchor} fill={s.fill} transform={turned(s.text)} clip-path={cut(s.clip)} style="white-space: pre">{s.text.words}</text>
				{:else}
					<path d={s.d} fill={s.fill} fill-rule={s.evenOdd ? "evenodd" : undefined} stroke={s.ink} stroke-width={s.width} stroke-linecap={s.line?.cap} stroke-linejoin={s.line?.join} stroke-miterlimit={String(s.line?.miter ?? 10)} stroke-dasharray={s.line?.dash.join(" ")} stroke-dashoffset={s.line?.dashOffset} clip-path={cut(s.clip)} />
				{/if}
			{/each}
		</g>
		<rect width={picture.width} height={picture.height} fill="none" stroke="var(--c-rule-strong)" vector-effect="non-scaling-stroke" />
		<g font-family="var(--font-mono)" font-size={label} fill="var(--c-ink-faint)" aria-hidden="true">
			{#each lines.across.filter((l) => l.strong) as l (l.at)}<text x={l.at} y={-label * 0.5} text-anchor="middle">{l.label}</text>{/each}
			{#each lines.down.filter((l) => l.strong) as l (l.at)}<text x={-label * 0.5} y={l.at + label * 0.35} text-anchor="end">{l.label}</text>{/each}
		</g>
		{#each figures.filter((f) => lit.has(f.index)) as f (f.index)}
			<path d={f.outline} fill="none" stroke="var(--c-point-edge)" stroke-width="9" stroke-linejoin="round" stroke-linecap="round" vector-effect="non-scaling-stroke" pointer-events="none" />
			<path d={f.outline} fill="none" stroke="var(--c-point)" stroke-width="7" stroke-linejoin="round" stroke-linecap="round" vector-effect="non-scaling-stroke" pointer-events="none" data-lit={f.index} />
			<path d={f.outline} fill="none" stroke="#15233b" stroke-width="1" vector-effect="non-scaling-stroke" pointer-events="none" />
		{/each}
		{#each figures as f (f.index)}
			<!-- svelte-ignore a11y_no_static_element_interactions: the same is reached by the list of figures -->
			<path d={f.outline} fill="none" stroke="transparent" stroke-width="10" vector-effect="non-scaling-stroke" pointer-events={f.kinds.includes("line") || f.kinds.includes("polyline") ? "stroke" : "all"} data-figure={f.index} onpointerenter={() => point(f.index)} onpointerleave={() => point(null)} />
		{/each}
		{#if cross}<path d="M{cross.x} 0V{picture.height}M0 {cross.y}H{picture.width}" stroke="var(--c-act)" stroke-width="0.7" vector-effect="non-scaling-stroke" pointer-events="none" />{/if}
	</svg>
</div>
{#if picture.leftOut > 0}<p class="mt-2 text-[13px]">This drawing has too many pieces to show them all: the last {picture.leftOut} are left out here.</p>{/if}
{#if said}<p class="mt-2 min-h-10 text-[13px] text-ink-soft" data-testid="said">{named?.sentence ?? ""}</p>{/if}
