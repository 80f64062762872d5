import type { HandInPage } from "@markpen/contract";
import { beforeEach, describe, expect, test, vi } from "vitest";
import { type Answers, answering, HttpRefusal, settle, stubBrowser } from "../site/test-world.ts";

stubBrowser();
const { Marking, offered, placeWords } = await import("./marking.svelte.ts");
const { forgetKept } = await import("../site/loading.svelte.ts");
const { notes } = await import("../site/notes.svelte.ts");
type Kept = Parameters<typeof offered>[0][number];

const REPORT = {
	state: "drew",
	slips: [{ id: "open-outline" }],
	criteria: [{ id: "closed", asks: "The sail is closed.", verdict: "missed", possible: 2 }],
	figures: [{ index: 1, sentence: "a triangle, tar, 40 wide" }],
} as unknown as NonNullable<HandInPage["report"]>;

const pageOf = (id: string, more: Partial<HandInPage> = {}) =>
	({
		id,
		assignmentId: "a",
		student: { id: "s1", name: "Nilo Brandt" },
		before: null,
		after: null,
		report: REPORT,
		comments: [],
		criteria: [{ id: "closed", points: 0, judged: null, adjusted: null }],
		released: false,
		...more,
	}) as unknown as HandInPage;

const kept = (id: string, slip: string | null) => ({ id, slip, words: `about ${id}` }) as Kept;
const lastNote = () => notes.all.at(-1);

/** A service with two hand-ins, whose comments are kept as long as a test. */
class Teaching {
	comments = new Map<string, HandInPage["comments"]>();
	adjusted: { points: number; reason: string | null } | null = null;
	private next = 1;

	readonly answers: Answers = {
		showHandIn: ({ params: { id } }) =>
			pageOf(id as string, {
				comments: this.comments.get(id as string) ?? [],
				after: id === "h1" ? "h2" : null,
				before: id === "h2" ? "h1" : null,
				criteria: [{ id: "closed", points: 0, judged: null, adjusted: this.adjusted }] as HandInPage["criteria"],
			}),
		commentOn: ({ params: { id }, body }) => {
			const made = { id: `c${this.next++}`, ...(body as object) } as HandInPage["comments"][number];
			this.comments.set(id as string, [...(this.comments.get(id as string) ?? []), made]);
			return made;
		},
		removeComment: ({ params: { id, comment } }) => {
			const left = (this.comments.get(id as string) ?? []).filter((c) => c.id !== comment);
			this.comments.set(id as string, left);
		},
		keepComment: ({ body }) => ({ id: `k${this.next++}`, ...(body as object) }),
		forgetComment: () => undefined,
		listKeptComments: () => ({ comments: [kept("k0", null)], fields: { name: "Nilo" } }),
		adjust: ({ body }) => {
			this.adjusted = body as { points: number; reason: string };
			return { id: "closed", points: this.adjusted.points };
		},
		undoAdjustment: () => {
			this.adjusted = null;
		},
		judge: () => ({ id: "closed", points: 2 }),
		release: () => ({ released: 1 }),
	};
}

let teaching: Teaching;
let calls: string[];

async function open(id = "h1"): Promise<InstanceType<typeof Marking>> {
	const marking = new Marking();
	marking.go(id);
	await settle();
	return marking;
}
const wordsOf = (marking: InstanceType<typeof Marking>) => marking.loading.value?.comments.map((c) => c.words);

beforeEach(() => {
	vi.useFakeTimers({ toFake: ["setTimeout", "clearTimeout"] });
	forgetKept();
	notes.all = [];
	teaching = new Teaching();
	({ calls } = answering(teaching.answers));
	return () => vi.useRealTimers();
});

describe("what a teacher can say", () => {
	test("kept comments about a mistake of this report come first, then general ones, then others", () => {
		const all = [kept("a", "other-slip"), kept("b", null), kept("c", "open-outline"), kept("d", null)];
		expect(offered(all, REPORT).map((k) => k.id)).toEqual(["c", "b", "d", "a"]);
		expect(offered(all, null).map((k) => k.id)).toEqual(["b", "d", "a", "c"]);
	});

	test("a place is named in words", () => {
		const page = pageOf("h1");
		expect(placeWords({ on: "lines", from: 3, to: 3 }, page)).toBe("line 3");
		expect(placeWords({ on: "lines", from: 3, to: 7 }, page)).toBe("lines 3 to 7");
		expect(placeWords({ on: "criterion", criterion: "closed" }, page)).toBe("The sail is closed.");
		expect(placeWords({ on: "criterion", criterion: "gone" }, page)).toBe("a criterion");
		expect(placeWords({ on: "figure", figure: 1 }, page)).toBe("a triangle, tar, 40 wide");
		expect(placeWords({ on: "figure", figure: 9 }, page)).toBe("a figure");
		expect(placeWords({ on: "whole" }, page)).toBe("the whole");
	});
});

describe("from one hand-in to the next", () => {
	test("its neighbours are fetched ahead, so that the next one is there at once", async () => {
		const marking = await open();
		expect(calls).toEqual(["showHandIn h1", "showHandIn h2"]);
		marking.go("h2");
		expect(marking.loading.value?.id).toBe("h2");
	});

	test("what was begun stays with its hand-in", async () => {
		const marking = await open();
		marking.words = "Look at the";
		marking.about = { on: "lines", from: 2, to: 2 };
		marking.keep = true;
		marking.go("h2");
		expect([marking.words, marking.about, marking.keep]).toEqual(["", { on: "whole" }, false]);
		marking.go("h1");
		expect(marking.words).toBe("Look at the");
		marking.words = "  ";
		marking.go("h2");
		marking.go("h1");
		expect(marking.words).toBe("");
	});

	test("going where one is changes nothing", async () => {
		const marking = await open();
		marking.words = "half a sentence";
		marking.go("h1");
		expect([marking.words, calls.filter((c) => c === "showHandIn h1").length]).toEqual(["half a sentence", 1]);
		marking.words = "";
		marking.leave();
	});
});

describe("a comment", () => {
	test("is sent for its place, and the field is empty for the next", async () => {
		const marking = await open();
		marking.words = "Close the sail.";
		marking.about = { on: "criterion", criterion: "closed" };
		await marking.comment();
		expect(marking.loading.value?.comments).toEqual([
			{ id: "c1", place: { on: "criterion", criterion: "closed" }, words: "Close the sail." },
		]);
		expect([marking.words, marking.about]).toEqual(["", { on: "whole" }]);
		expect(lastNote()?.says).toBe("Comment added.");
	});

	test("of blanks alone isn't sent", async () => {
		const marking = await open();
		marking.words = " \n";
		await marking.comment();
		expect(calls).not.toContain("commentOn h1");
	});

	test("that was kept before leaves alone what is being written", async () => {
		const marking = await open();
		marking.words = "half a sentence";
		marking.keep = true;
		await marking.comment("Well done.");
		expect([marking.words, marking.keep, wordsOf(marking)]).toEqual(["half a sentence", true, ["Well done."]]);
		expect(calls).not.toContain("keepComment");
		marking.words = "";
	});

	test("can be kept for others, under the first mistake of the report", async () => {
		const marking = await open();
		marking.words = "Close the sail.";
		marking.keep = true;
		await marking.comment();
		expect(marking.kept).toMatchObject([{ words: "Close the sail.", slip: "open-outline" }]);
		expect(marking.keep).toBe(false);
	});

	test("that is refused stays in the field, with the reason", async () => {
		const marking = await open();
		teaching.answers.commentOn = () => {
			throw new HttpRefusal(422, "no-such-figure", "There is no figure 9.");
		};
		marking.words = "Close the sail.";
		await marking.comment();
		expect([marking.words, lastNote()?.says, lastNote()?.wrong]).toEqual([
			"Close the sail.",
			"There is no figure 9.",
			true,
		]);
		marking.words = "";
	});

	test("is taken back by its note, also from another hand-in", async () => {
		const marking = await open();
		await marking.comment("Close the sail.");
		const undo = lastNote()?.undo;
		marking.go("h2");
		await settle();
		await undo?.();
		expect(teaching.comments.get("h1")).toEqual([]);
		expect(marking.loading.value?.id).toBe("h2");
	});

	test("that was removed comes back by its note, in its place", async () => {
		const marking = await open();
		marking.about = { on: "lines", from: 2, to: 4 };
		await marking.comment("These three lines.");
		await marking.uncomment("c1");
		expect(wordsOf(marking)).toEqual([]);
		await lastNote()?.undo?.();
		expect(marking.loading.value?.comments).toMatchObject([
			{ place: { on: "lines", from: 2, to: 4 }, words: "These three lines." },
		]);
	});

	test("that arrives once another hand-in is in front isn't put there", async () => {
		const marking = await open();
		const sending = marking.comment("Close the sail.");
		marking.go("h2");
		await sending;
		await settle();
		expect([marking.loading.value?.id, wordsOf(marking)]).toEqual(["h2", []]);
	});
});

describe("kept comments", () => {
	test("come with the fields they can hold", async () => {
		const marking = await open();
		await marking.openKept();
		expect([marking.kept.map((k) => k.id), marking.fields]).toEqual([["k0"], { name: "Nilo" }]);
	});

	test("that can't be had leave the page as it is", async () => {
		const marking = await open();
		delete teaching.answers.listKeptComments;
		await marking.openKept();
		expect([marking.kept, notes.all]).toEqual([[], []]);
	});

	test("are forgotten, and kept again by the note", async () => {
		const marking = await open();
		await marking.openKept();
		await marking.forget("k0");
		expect(marking.kept).toEqual([]);
		await lastNote()?.undo?.();
		expect(marking.kept).toMatchObject([{ words: "about k0", slip: null }]);
	});
});

describe("points", () => {
	const adjusted = (marking: InstanceType<typeof Marking>) => marking.loading.value?.criteria[0]?.adjusted;

	test("are adjusted with a reason, and the note takes them back", async () => {
		const marking = await open();
		expect(await marking.adjust("closed", 1, "nearly")).toBe(true);
		expect(adjusted(marking)).toEqual({ points: 1, reason: "nearly" });
		await lastNote()?.undo?.();
		expect(adjusted(marking)).toBeNull();
	});

	test("taken back can be given again as they were", async () => {
		const marking = await open();
		await marking.adjust("closed", 1, "nearly");
		await marking.unadjust("closed");
		await lastNote()?.undo?.();
		expect(adjusted(marking)).toEqual({ points: 1, reason: "nearly" });
	});

	test("that are refused change nothing", async () => {
		const marking = await open();
		teaching.answers.adjust = () => {
			throw new HttpRefusal(422, "too-many-points", "The criterion has 2 points.");
		};
		expect(await marking.adjust("closed", 7, "nearly")).toBe(false);
		expect([adjusted(marking), lastNote()?.says]).toEqual([null, "The criterion has 2 points."]);
	});

	test("are given by judging, and the page is fetched again", async () => {
		const marking = await open();
		await marking.judge("closed", 2);
		expect(calls.slice(-2)).toEqual(["judge h1 closed", "showHandIn h1"]);
	});

	test("are released to this student", async () => {
		const marking = await open();
		await marking.release();
		expect([marking.loading.value?.released, lastNote()?.says]).toEqual([true, "Released to Nilo Brandt."]);
	});
});
