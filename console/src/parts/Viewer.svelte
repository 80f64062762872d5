<script lang="ts">
	import type { ReportBody } from "@markpen/contract";
	import { colourWords, type PictureShape, svgOf } from "@markpen/core";
	import { DropdownMenu, Toggle, ToggleGroup } from "bits-ui";
	import { untrack } from "svelte";
	import { gridOf, gridStep, sheetPoint } from "../state/sheet/grid.ts";
	import { Hits } from "../state/sheet/hitting.ts";
	import { notes } from "../state/site/notes.svelte.ts";
	import type { Paintable } from "../state/sheet/painter.ts";
	import type { Replaying } from "../state/sheet/replaying.svelte.ts";
	import { type Layer, LAYERS, SheetView } from "../state/sheet/sheet-view.svelte.ts";
	import { measured } from "../state/sheet/view.ts";

	interface Props {
		picture: Paintable & { readonly origin: ReportBody["picture"]["origin"]; readonly leftOut: number };
		figures?: readonly {
			readonly index: number;
			readonly kinds: readonly string[];
			readonly sentence: string;
			readonly outline: string;
		}[];
		/** Figures that light up. */
		lit?: ReadonlySet<number>;
		onpoint?: (figure: number | null) => void;
		onpick?: (figure: number) => void;
		/** Takes the coordinates of a place that is clicked, as a program writes them. */
		onplace?: (text: string) => void;
		/** Whether the figure that is pointed at is read out below. */
		said?: boolean;
		/** Where the drawing that was wanted is. */
		wanted?: string | undefined;
		/** An image of the drawing as it would be, shown over what was drawn. */
		mended?: string | undefined;
		replaying?: Replaying | null;
		/** Begins a replay, or ends it. */
		onreplay?: (on: boolean) => void;
		name?: string;
	}
	const {
		picture,
		figures = [],
		lit = new Set<number>(),
		onpoint,
		onpick,
		onplace,
		said = true,
		wanted,
		mended,
		replaying = null,
		onreplay,
		name = "drawing",
	}: Props = $props();

	const sheet = new SheetView();
	const { viewport } = sheet;
	let host = $state<HTMLDivElement>();
	let canvas = $state<HTMLCanvasElement>();
	let grid = $state(true);
	let measuring = $state(false);
	let placing = $state(false);
	let cross = $state.raw<{ x: number; y: number } | null>(null);
	let from = $state.raw<{ x: number; y: number } | null>(null);
	let over = $state<number | null>(null);
	let dragged: { x: number; y: number; moved: boolean } | null = null;

	const hits = $derived(new Hits(figures));
	const lines = $derived(gridOf(picture));
	/** What the layers show, and how large a screen's pixel is there. */
	const v = $derived(viewport.laid);
	const unit = $derived(v.width / viewport.frame.width);
	const at = $derived(cross && sheetPoint(picture, cross.x, cross.y));
	/** The colour under the pointer, in words and as a code. */
	const colour = $derived.by(() => {
		const code = cross ? sheet.colourAt(cross.x, cross.y) : "";
		return code === "" ? "" : colourWords(code);
	});
	const length = $derived(measuring && from && cross ? measured(from, cross) : null);
	const named = $derived(figures.find((f) => f.index === (over ?? (lit.size === 1 ? [...lit][0] : null))));
	const acrossShown = $derived(lines.across.filter((l) => l.at >= v.x && l.at <= v.x + v.width));
	const downShown = $derived(lines.down.filter((l) => l.at >= v.y && l.at <= v.y + v.height));
	const clip = `sheet-${Math.floor(Math.random() * 1e9)}`;

	$effect(() => {
		if (!canvas || !host) return;
		sheet.use(canvas);
		const watch = new ResizeObserver(
			([entry]) => entry && sheet.resize(entry.contentRect.width, entry.contentRect.height),
		);
		watch.observe(host);
		return () => {
			watch.disconnect();
			sheet.leave();
		};
	});
	$effect(() => {
		const [p, r] = [picture, replaying];
		untrack(() => {
			sheet.show(p, r);
			if (host) sheet.resize(host.clientWidth, host.clientHeight);
		});
	});
	$effect(() => sheet.showMended(mended));
	$effect(() => sheet.showWanted(sheet.layer === "drawn" ? undefined : wanted));
	$effect(() => {
		if (replaying) sheet.toRow(replaying.row);
	});

	function placeOf(event: MouseEvent) {
		const box = host?.getBoundingClientRect();
		const { view } = sheet.viewport;
		return (
			box && {
				x: view.x + ((event.clientX - box.left) * view.width) / box.width,
				y: view.y + ((event.clientY - box.top) * view.height) / box.height,
			}
		);
	}

	function point(figure: number | null) {
		if (figure === over) return;
		over = figure;
		onpoint?.(figure);
	}

	function move(event: PointerEvent) {
		const p = placeOf(event);
		if (!p) return;
		if (dragged) {
			const [dx, dy] = [event.clientX - dragged.x, event.clientY - dragged.y];
			if (!dragged.moved && Math.hypot(dx, dy) < 4) return;
			viewport.shift(-dx / viewport.scale, -dy / viewport.scale);
			dragged = { x: event.clientX, y: event.clientY, moved: true };
			return;
		}
		stand(p);
	}

	/** Puts the cross where the pointer is. */
	function stand(p: { x: number; y: number }) {
		const inside = p.x >= 0 && p.y >= 0 && p.x <= picture.width && p.y <= picture.height;
		cross = inside ? { x: Math.round(p.x), y: Math.round(p.y) } : null;
		point(replaying ? null : hits.at(p.x, p.y, 5 / viewport.scale));
	}

	function down(event: PointerEvent) {
		if (event.button !== 0) return;
		dragged = { x: event.clientX, y: event.clientY, moved: false };
		// A finger comes without having moved before.
		const p = placeOf(event);
		if (p) stand(p);
		(event.currentTarget as Element).setPointerCapture(event.pointerId);
	}

	function up(event: PointerEvent) {
		const clicked = dragged && !dragged.moved;
		dragged = null;
		if (!clicked || event.button !== 0) return;
		if (placing) place();
		else if (measuring) from = from ? null : cross;
		else if (over !== null) onpick?.(over);
	}

	function place() {
		if (at) onplace?.(`${at.x}, ${at.y}`);
	}

	function wheel(event: WheelEvent) {
		if (!event.ctrlKey && !event.metaKey) return;
		event.preventDefault();
		viewport.zoom(Math.exp(-event.deltaY / 300), placeOf(event), true);
	}

	function step(event: KeyboardEvent) {
		if (event.ctrlKey || event.metaKey || event.altKey) return;
		const by = event.shiftKey ? gridStep(picture) : 1;
		const moves: Readonly<Record<string, [number, number]>> = {
			ArrowLeft: [-by, 0],
			ArrowRight: [by, 0],
			ArrowUp: [0, -by],
			ArrowDown: [0, by],
		};
		const acts: Readonly<Record<string, () => void>> = {
			"+": () => viewport.zoom(1.4),
			"-": () => viewport.zoom(1 / 1.4),
			"0": () => viewport.showWhole(),
			m: () => {
				measuring = true;
				from = cross;
			},
			...(onplace && { Enter: place }),
		};
		const moved = moves[event.key];
		if (moved) {
			const start = cross ?? { x: Math.round(picture.width / 2), y: Math.round(picture.height / 2) };
			cross = {
				x: Math.max(0, Math.min(picture.width, start.x + moved[0])),
				y: Math.max(0, Math.min(picture.height, start.y + moved[1])),
			};
		} else if (acts[event.key]) acts[event.key]?.();
		else return;
		event.preventDefault();
		event.stopPropagation();
	}

	function save(blob: Blob, ending: string) {
		const link = document.createElement("a");
		link.href = URL.createObjectURL(blob);
		link.download = `${name.replace(/[^\p{L}\p{N}]+/gu, "-").toLowerCase()}.${ending}`;
		link.click();
		setTimeout(() => URL.revokeObjectURL(link.href), 1_000);
	}

	const asSvg = () =>
		svgOf({ ...picture, shapes: [...picture.shapes] as PictureShape[], clips: [...picture.clips] } as never);

	async function copy() {
		const png = await sheet.png();
		if (!png) return;
		try {
			await navigator.clipboard.write([new ClipboardItem({ "image/png": png })]);
			notes.say("Drawing copied as PNG.");
		} catch {
			save(png, "png");
			notes.say("This browser can't copy pictures, so the drawing was saved as a file.");
		}
	}
</script>

<div class="flex min-h-8 flex-wrap items-center gap-1.5">
	<Toggle.Root bind:pressed={grid} class="tool">Grid</Toggle.Root>
	<Toggle.Root
		bind:pressed={measuring}
		class="tool"
		onPressedChange={() => {
			from = null;
			placing = false;
		}}>Measure</Toggle.Root
	>
	{#if onplace}<Toggle.Root
			bind:pressed={placing}
			class="tool"
			onPressedChange={() => {
				from = null;
				measuring = false;
			}}>Pick a point</Toggle.Root
		>{/if}
	{#if onreplay}<Toggle.Root pressed={replaying !== null} class="tool" onPressedChange={(on) => onreplay(on)}
			>Replay</Toggle.Root
		>{/if}
	<span class="flex" role="group" aria-label="Zoom">
		<button type="button" class="tool" aria-label="Zoom out" onclick={() => viewport.zoom(1 / 1.4)}>−</button>
		<button type="button" class="tool -ml-px" aria-label="Zoom in" onclick={() => viewport.zoom(1.4)}>+</button>
		<button type="button" class="tool -ml-px" onclick={() => viewport.showWhole()}>Fit</button>
	</span>
	{#if wanted}
		<ToggleGroup.Root
			type="single"
			value={sheet.layer}
			onValueChange={(layer) => (sheet.layer = (layer || "drawn") as Layer)}
			class="flex"
			aria-label="View"
		>
			{#each Object.entries(LAYERS) as [layer, word], i (layer)}<ToggleGroup.Item
					value={layer}
					class="tool {i > 0 ? '-ml-px' : ''}">{word}</ToggleGroup.Item
				>{/each}
		</ToggleGroup.Root>
	{/if}
	<DropdownMenu.Root>
		<DropdownMenu.Trigger class="tool">Export <span aria-hidden="true">▾</span></DropdownMenu.Trigger>
		<DropdownMenu.Portal>
			<DropdownMenu.Content
				align="start"
				sideOffset={4}
				class="z-20 min-w-40 border border-rule-strong bg-sheet py-1 text-ink"
			>
				<DropdownMenu.Item class="menu-item" onSelect={copy}>Copy as PNG</DropdownMenu.Item>
				<DropdownMenu.Item
					class="menu-item"
					onSelect={async () => {
						const png = await sheet.png();
						if (png) save(png, "png");
					}}>Save as PNG</DropdownMenu.Item
				>
				<DropdownMenu.Item
					class="menu-item"
					onSelect={() => save(new Blob([asSvg()], { type: "image/svg+xml" }), "svg")}>Save as SVG</DropdownMenu.Item
				>
			</DropdownMenu.Content>
		</DropdownMenu.Portal>
	</DropdownMenu.Root>
</div>
<p class="mt-1 h-5 truncate font-mono text-small text-ink-soft" aria-live="polite" data-testid="coordinates">
	{at ? `x ${at.x}  y ${at.y}` : ""}{colour && !length ? `  ${colour}` : ""}{length
		? `  ${length.distance.toFixed(1)} long, ${length.direction.toFixed(1)}°`
		: ""}
</p>
<!-- svelte-ignore a11y_no_noninteractive_tabindex, a11y_no_noninteractive_element_interactions: arrow keys move the cross -->
<div
	role="application"
	tabindex="0"
	data-figures={figures.length}
	data-origin={picture.origin}
	aria-label="Drawing, {picture.width} by {picture.height}; arrow keys move a cross and read out its position, m measures from it, plus and minus zoom{onplace
		? ', Enter inserts the point into the program'
		: ''}"
	onkeydown={step}
	class="mt-1 border border-rule-strong bg-paper"
>
	<div
		bind:this={host}
		class="relative max-h-[62vh] w-full touch-pan-y overflow-hidden"
		style="aspect-ratio: {picture.width} / {picture.height}"
		role="presentation"
		onpointermove={move}
		onpointerdown={down}
		onpointerup={up}
		onpointercancel={() => (dragged = null)}
		onpointerleave={() => {
			cross = null;
			point(null);
		}}
		onwheel={wheel}
	>
		<div class="absolute inset-0 origin-top-left will-change-transform" style:transform={viewport.moved}>
			<canvas bind:this={canvas} class="absolute inset-0 h-full w-full" data-drawn={picture.shapes.length}></canvas>
			<svg
				viewBox="{v.x} {v.y} {v.width} {v.height}"
				preserveAspectRatio="none"
				class="pointer-events-none absolute inset-0 h-full w-full"
				role="presentation"
			>
				<defs><clipPath id={clip}><rect width={picture.width} height={picture.height} /></clipPath></defs>
				{#if grid}
					<g stroke="#7089a8" stroke-opacity="0.3">
						{#each acrossShown as l (l.at)}<path
								d="M{l.at} 0V{picture.height}"
								stroke-width={l.strong ? 1.2 : 0.5}
								vector-effect="non-scaling-stroke"
							/>{/each}
						{#each downShown as l (l.at)}<path
								d="M0 {l.at}H{picture.width}"
								stroke-width={l.strong ? 1.2 : 0.5}
								vector-effect="non-scaling-stroke"
							/>{/each}
					</g>
				{/if}
				<rect
					width={picture.width}
					height={picture.height}
					fill="none"
					stroke="var(--c-rule-strong)"
					vector-effect="non-scaling-stroke"
				/>
				{#if grid}
					<g
						font-family="var(--font-mono)"
						font-size={11 * unit}
						fill="var(--c-ink-faint)"
						stroke="var(--c-paper)"
						stroke-width={3 * unit}
						paint-order="stroke"
						aria-hidden="true"
					>
						{#each acrossShown.filter((l) => l.strong) as l (l.at)}<text
								x={l.at}
								y={Math.max(-4 * unit, v.y + 12 * unit)}
								text-anchor="middle">{l.label}</text
							>{/each}
						{#each downShown.filter((l) => l.strong) as l (l.at)}<text
								x={Math.max(-4 * unit, v.x + 28 * unit)}
								y={l.at + 4 * unit}
								text-anchor="end">{l.label}</text
							>{/each}
					</g>
				{/if}
				{#each figures.filter((f) => lit.has(f.index)) as f (f.index)}
					<g fill="none" stroke-linejoin="round" stroke-linecap="round">
						<path d={f.outline} stroke="var(--c-point-edge)" stroke-width="9" vector-effect="non-scaling-stroke" />
						<path
							d={f.outline}
							stroke="var(--c-point)"
							stroke-width="7"
							vector-effect="non-scaling-stroke"
							data-lit={f.index}
						/>
						<path d={f.outline} stroke="#15233b" stroke-width="1" vector-effect="non-scaling-stroke" />
					</g>
				{/each}
				{#if replaying?.penShows}
					<g transform="translate({replaying.pen.x} {replaying.pen.y}) rotate({-replaying.pen.facing}) scale({unit})"
						><path d="M12 0L-7 7L-3 0L-7 -7Z" fill="var(--c-act)" stroke="#fff" stroke-width="1.5" /></g
					>
				{/if}
				{#if from && measuring && cross}<path
						d="M{from.x} {from.y}L{cross.x} {cross.y}"
						stroke="var(--c-act)"
						stroke-width="1.5"
						stroke-dasharray="4 3"
						vector-effect="non-scaling-stroke"
					/>{/if}
				{#if cross}<path
						d="M{cross.x} {v.y}V{v.y + v.height}M{v.x} {cross.y}H{v.x + v.width}"
						stroke="var(--c-act)"
						stroke-width="0.7"
						vector-effect="non-scaling-stroke"
					/>{/if}
			</svg>
		</div>
	</div>
</div>
{#if replaying}{#await import("./ReplayBar.svelte") then { default: ReplayBar }}<ReplayBar {replaying} />{/await}{/if}
{#if picture.leftOut > 0}<p class="quiet mt-2">
		This drawing has too many pieces to show. The last {picture.leftOut} are missing here.
	</p>{/if}
{#if measuring && !from}<p class="quiet mt-2">Click the point to measure from, or press m at the cross.</p>{/if}
{#if placing}<p class="quiet mt-2">Click a point to insert its coordinates at the cursor in your program.</p>{/if}
{#if said}<p class="quiet mt-2 min-h-10" data-testid="said">{named?.sentence ?? ""}</p>{/if}
