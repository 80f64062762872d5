import { afterAll, beforeAll, describe, expect, test } from "vitest";
import { Offload } from "../../dist/offload/offload.js";

const offload = new Offload();
beforeAll(() => offload.warm());
afterAll(() => offload.close());

const CIRCLE = '<circle cx="200" cy="150" r="140" fill="none" stroke="#111"/>';
const svgOf = (shapes: number) =>
	`<svg xmlns="http://www.w3.org/2000/svg" width="400" height="300">${CIRCLE.repeat(shapes)}</svg>`;
const png = (who: string, shapes = 1) => offload.run("renderPng", who, { svg: svgOf(shapes), width: 800 });
const codeOf = (task: Promise<unknown>) =>
	task.then(
		() => "done",
		(error: { code?: string }) => error.code ?? "another error",
	);

describe("what would hold the web process", () => {
	test("is done in a thread, and its result comes back", async () => {
		const reading = await offload.run("readCollection", "a", { source: "title: [" });
		expect(reading.ok).toBe(false);
		expect([...(await png("a")).slice(1, 4)]).toEqual([..."PNG"].map((c) => c.charCodeAt(0)));
	});

	test("is refused from there with what is wrong and where", async () => {
		await expect(offload.run("readRoster", "a", { csv: "Colour\nred\n" })).rejects.toMatchObject({
			name: "Refusal",
			code: "file-wrong",
			status: 422,
		});
		await expect(
			offload.run("readArchive", "a", { bytes: new TextEncoder().encode('{"format":"x"}') }),
		).rejects.toMatchObject({
			code: "archive-wrong",
			errors: expect.arrayContaining([expect.objectContaining({ path: "format" })]),
		});
	});

	test("ends where a model never does, with what it drew until then", async () => {
		const endless = "let t = 1\nwhile true\n  t = t + 1\nend\n";
		const model = `model: |\n  ${endless.replaceAll("\n", "\n  ")}\n`;
		const head = "format: markpen/exercise@1\nid: x\ntitle: X\nbrief: X\nlanguage: nib\n";
		const criteria = "criteria:\n  - { id: one, check: count, of: { kind: dot }, exactly: 1, points: 1 }\n";
		const source = `${head}${model}figures: {}\n${criteria}`;
		const read = await offload.run("prepareExercise", "a", { source });
		expect(read.ok && read.prepared.modelSvg).toContain("<svg");
	});
});

describe("too much at once", () => {
	test("of one person is refused with a moment to wait, and another one is served", async () => {
		const mine = Array.from({ length: 12 }, () => codeOf(png("one", 400)));
		const other = codeOf(png("two"));
		expect(await other).toBe("done");
		const codes = await Promise.all(mine);
		expect(codes.filter((c) => c === "done").length).toBe(6);
		expect(codes.filter((c) => c === "busy").length).toBe(6);
		expect(await codeOf(png("one"))).toBe("done");
	});

	test("of all is refused before it waits too long", async () => {
		const all = Array.from({ length: 60 }, (_, n) => codeOf(png(`person ${n}`, 100)));
		const codes = await Promise.all(all);
		const refused = codes.filter((c) => c === "busy").length;
		expect(refused).toBeGreaterThan(10);
		expect(refused + codes.filter((c) => c === "done").length).toBe(60);
	});

	test("says when to try again", async () => {
		const all = Array.from({ length: 8 }, () =>
			png("three", 100).then(
				() => undefined,
				(error) => error,
			),
		);
		const [refusal] = (await Promise.all(all)).filter((error) => error !== undefined);
		expect(refusal).toMatchObject({ code: "busy", status: 503, wait: 2 });
	});
});
