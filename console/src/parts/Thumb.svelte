<script lang="ts">
	import { drawnBox } from "../state/sheet/drawn-box.ts";
	import { type Paintable, paintPicture } from "../state/sheet/painter.ts";

	interface Props {
		picture: Paintable;
		label: string;
		/** Whether it shows only the part of the sheet that is drawn on. */
		cropped?: boolean;
	}
	/** A drawing at small size. */
	const { picture, label, cropped = false }: Props = $props();
	let canvas = $state<HTMLCanvasElement>();

	/** The part of the sheet that is drawn on, in the sheet's units; the whole sheet where nothing is. */
	function shown({ width, height }: Paintable): { x: number; y: number; width: number; height: number } {
		const all = { x: 0, y: 0, width, height };
		if (!cropped) return all;
		const scale = Math.min(1, 240 / Math.max(width, height));
		const small = { width: Math.ceil(scale * width), height: Math.ceil(scale * height) };
		const context = new OffscreenCanvas(small.width, small.height).getContext("2d");
		if (!context) return all;
		context.setTransform(scale, 0, 0, scale, 0, 0);
		paintPicture(context, picture);
		const box = drawnBox(context.getImageData(0, 0, small.width, small.height).data, small, 6);
		return box ? { x: box.x / scale, y: box.y / scale, width: box.width / scale, height: box.height / scale } : all;
	}

	$effect(() => {
		const context = canvas?.getContext("2d");
		if (!canvas || !context) return;
		const part = shown(picture);
		const scale = Math.min(canvas.width / part.width, canvas.height / part.height);
		context.setTransform(1, 0, 0, 1, 0, 0);
		context.clearRect(0, 0, canvas.width, canvas.height);
		context.setTransform(
			scale,
			0,
			0,
			scale,
			(canvas.width - scale * part.width) / 2 - scale * part.x,
			(canvas.height - scale * part.height) / 2 - scale * part.y,
		);
		paintPicture(context, picture);
		canvas.dataset.drawn = String(picture.shapes.length);
	});
</script>

<span role="img" aria-label={label} class="block"
	><canvas bind:this={canvas} width="320" height="240" class="block aspect-[4/3] w-full"></canvas></span
>
