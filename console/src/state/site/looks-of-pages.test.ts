import { afterAll, beforeEach, describe, expect, test, vi } from "vitest";
import { stored, stubBrowser } from "./test-world.ts";

/** What the system says, and who hears when it says something else. */
class System {
	readonly says = new Map<string, boolean>();
	private readonly hearing = new Map<string, (() => void)[]>();
	readonly match = (query: string) => {
		const { says, hearing } = this;
		return {
			get matches() {
				return says.get(query) ?? false;
			},
			addEventListener: (_: string, call: () => void) => hearing.set(query, [...(hearing.get(query) ?? []), call]),
		};
	};

	turn(query: string, on: boolean): void {
		this.says.set(query, on);
		for (const call of this.hearing.get(query) ?? []) call();
	}
}

const DARK = "(prefers-color-scheme: dark)";
const CALM = "(prefers-reduced-motion: reduce)";
const STRONG = "(prefers-contrast: more)";
stubBrowser();
let system = new System();
const root = { dataset: {} as Record<string, string>, style: new Map<string, string>() };
vi.stubGlobal("matchMedia", (query: string) => system.match(query));
vi.stubGlobal("document", {
	documentElement: { dataset: root.dataset, style: { setProperty: (k: string, v: string) => root.style.set(k, v) } },
});
const { Theme } = await import("./theme.svelte.ts");
const { Reading } = await import("./reading.svelte.ts");
afterAll(() => {
	vi.unstubAllGlobals();
	stubBrowser();
});

beforeEach(() => {
	stored.clear();
	system = new System();
});

describe("light or dark", () => {
	test("is as the system says, also when it changes", () => {
		new Theme();
		expect(root.dataset.theme).toBe("light");
		system.turn(DARK, true);
		expect(root.dataset.theme).toBe("dark");
	});

	test("is as chosen in this browser, whatever the system says, also on the next visit", () => {
		new Theme().choose("light");
		system.turn(DARK, true);
		expect(root.dataset.theme).toBe("light");
		expect(new Theme().wish).toBe("light");
		expect(root.dataset.theme).toBe("light");
	});

	test("is the system's again once that is chosen", () => {
		const theme = new Theme();
		system.turn(DARK, true);
		theme.choose("light");
		theme.choose("system");
		expect([root.dataset.theme, stored.size]).toEqual(["dark", 0]);
	});

	test("is the system's where something else is kept", () => {
		stored.set("markpen theme", "purple");
		expect(new Theme().wish).toBe("system");
	});
});

describe("how a reader wants pages", () => {
	const looks = () => ({ size: root.style.get("--reading-size"), ...root.dataset });

	test("is the usual at first", () => {
		new Reading();
		expect(looks()).toMatchObject({ size: "1", spacing: "usual", contrast: "usual", motion: "usual" });
	});

	test("is put on the page at once, and kept for the next visit", () => {
		new Reading().choose({ size: 1.5, wide: true });
		expect(looks()).toMatchObject({ size: "1.5", spacing: "wide", contrast: "usual" });
		expect(new Reading().wishes).toEqual({ size: 1.5, wide: true, contrast: false, still: false });
	});

	test("adds to what the system says of contrast and motion", () => {
		const reading = new Reading();
		system.turn(CALM, true);
		system.turn(STRONG, true);
		expect(looks()).toMatchObject({ contrast: "more", motion: "none" });
		expect(reading.still).toBe(true);
		system.turn(CALM, false);
		expect([reading.still, root.dataset.motion]).toEqual([false, "usual"]);
		reading.choose({ still: true });
		expect([reading.still, root.dataset.motion]).toEqual([true, "none"]);
	});

	test.each([
		["isn't JSON", "{size"],
		["is nothing", "null"],
		["has a size that there isn't", '{"size":40}'],
	])("is the usual where what was kept %s", (_, text) => {
		stored.set("markpen reading", text);
		expect(new Reading().wishes.size).toBe(1);
	});
});
