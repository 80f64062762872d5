import { beforeAll, describe, expect, test } from "vitest";
import { HOSTILE, sampleOf } from "../../../../tests/hostile.ts";
import { canvasLanguage } from "../../../examples/canvas-language.mjs";
import { draw } from "../../draw.ts";
import { recognise } from "../../figures/recognise.ts";
import { CLASS_LIMITS } from "../../limits/limits.ts";
import { pictureOf } from "../../picture/picture.ts";
import { svgOf } from "../../picture/svg.ts";
import { decodeTape, encodeTape, tapeChecksum } from "../../tape/binary.ts";
import { problemSentence } from "../../words/problems.ts";
import type { JavaScript } from "./javascript.ts";

const HEAD = 'const canvas = document.querySelector("canvas");\nconst ctx = canvas.getContext("2d");\n';
/** What is drawn first, and so has to be kept. */
const FIRST = "ctx.fillRect(10, 10, 60, 40);\nctx.beginPath();\n";
/** A program that looks for traces of earlier programs. */
const PROBE =
	"console.log(Object.getOwnPropertyNames(globalThis).sort().join(), Object.keys(Object.prototype).join(), [].map.name, ctx.fillStyle, typeof ctx.fillRect, Math.random());\nctx.strokeRect(5, 5, 20, 20);";

let language: JavaScript;
let clean: string;

async function run(source: string) {
	await language.ready();
	const end = performance.now() + 4_000;
	const limits = { ...CLASS_LIMITS, steps: 400_000, entries: 20_000 };
	const options = { language, limits, stop: () => performance.now() > end, frames: 5 };
	const drawn = draw(HEAD + source, { ...options, sheet: { width: 400, height: 300, origin: "top left" } });
	return { drawn, took: performance.now() - end + 4_000 };
}

beforeAll(async () => {
	language = await canvasLanguage();
	clean = tapeChecksum((await run(PROBE)).drawn.tape);
});

describe.each(sampleOf(HOSTILE.javascript, 4))("%s", (_, programs) => {
	test.each(programs)("%s", async (source) => {
		const { drawn, took } = await run(FIRST + source);
		expect(took).toBeLessThan(30_000);
		const isRead = drawn.state !== "unreadable";
		// A rect that a program drew first is on its tape whatever came after, or it was covered.
		if (isRead) expect(drawn.tape.length).toBeGreaterThan(0);
		for (const problem of [...drawn.errors, ...drawn.remarks])
			expect(problemSentence(problem, drawn.sentences)).toMatch(/[.?!:…”>\w]$/);
		expect(tapeChecksum(decodeTape(encodeTape(drawn.tape)))).toBe(tapeChecksum(drawn.tape));
		expect(svgOf(pictureOf(recognisable(drawn.tape)))).not.toMatch(/<script|NaN|Infinity/);
		expect(tapeChecksum((await run(PROBE)).drawn.tape)).toBe(clean);
	});
});

/** A tape whose drawing can be recognised without an error. */
function recognisable<T extends Parameters<typeof recognise>[0]>(tape: T): T {
	recognise(tape);
	return tape;
}

test("there are a hundred and fifty programs and more", () => {
	expect(Object.values(HOSTILE.javascript).flat().length).toBeGreaterThanOrEqual(150);
});
