<script lang="ts">
	import { type Paintable, paintPicture } from "../state/sheet/painter.ts";

	/** A drawing at small size. */
	const { picture, label }: { picture: Paintable; label: string } = $props();
	let canvas = $state<HTMLCanvasElement>();

	$effect(() => {
		const context = canvas?.getContext("2d");
		if (!canvas || !context) return;
		const scale = Math.min(canvas.width / picture.width, canvas.height / picture.height);
		context.setTransform(1, 0, 0, 1, 0, 0);
		context.clearRect(0, 0, canvas.width, canvas.height);
		context.setTransform(
			scale,
			0,
			0,
			scale,
			(canvas.width - scale * picture.width) / 2,
			(canvas.height - scale * picture.height) / 2,
		);
		paintPicture(context, picture);
		canvas.dataset.drawn = String(picture.shapes.length);
	});
</script>

<span role="img" aria-label={label} class="block"
	><canvas bind:this={canvas} width="320" height="240" class="block aspect-[4/3] w-full"></canvas></span
>
