import { afterAll, beforeEach, describe, expect, test, vi } from "vitest";
import { address, stubBrowser } from "./test-world.ts";

stubBrowser();
const pushed: string[] = [];
const listeners = new Map<string, () => void>();
vi.stubGlobal("addEventListener", (kind: string, call: () => void) => listeners.set(kind, call));
vi.stubGlobal("scrollTo", () => undefined);
vi.stubGlobal("history", {
	pushState: (_: unknown, __: string, path: string) => {
		pushed.push(path);
		address.pathname = path;
	},
});
const { locationOf, Router } = await import("./router.svelte.ts");
afterAll(() => stubBrowser());

beforeEach(() => {
	address.pathname = "/";
	pushed.length = 0;
});

describe("an address", () => {
	test.each([
		["/", "home", {}],
		["/classes", "classes", {}],
		["/classes/7", "class", { id: "7" }],
		["/classes/7/lesson", "lesson", { id: "7" }],
		["/classes/7/grade-book/", "grade-book", { id: "7" }],
		["/assignments/a", "assignment", { id: "a" }],
		["/assignments/a/sail", "assignment", { id: "a", exercise: "sail" }],
		["/assignments/a/sail/judging", "judging", { id: "a", exercise: "sail" }],
		["/hand-ins/h/print", "printed-feedback", { id: "h" }],
		["/exercises/e/across", "across", { id: "e" }],
		["/desk/a/sail", "desk", { id: "a", exercise: "sail" }],
		["/free/my%20boat%2F2", "free-drawing", { name: "my boat/2" }],
		["/free", "free", {}],
	])("%s names a page", (path, page, params) => {
		expect(locationOf(path)).toEqual({ page, params });
	});

	test.each(["/nothing", "/classes/7/lesson/more", "/desk/a", "/hand-ins", "/students/1/print"])(
		"%s names none",
		(path) => {
			expect(locationOf(path)).toEqual({ page: "nowhere", params: {} });
		},
	);
});

describe("the router", () => {
	test("goes to an address, once", () => {
		const router = new Router();
		router.go("/classes/7");
		router.go("/classes/7");
		expect([pushed, router.place]).toEqual([["/classes/7"], { page: "class", params: { id: "7" } }]);
	});

	test("shows the same page again if its query is a different one", () => {
		const router = new Router();
		router.go("/exercises?shelf=ours");
		const { turn } = router;
		router.go("/exercises");
		expect([router.turn - turn, router.place.page]).toEqual([1, "exercises"]);
		router.go("/classes");
		expect(router.turn - turn).toBe(1);
	});

	test("follows the browser's way back", () => {
		const router = new Router();
		router.go("/classes/7");
		address.pathname = "/";
		listeners.get("popstate")?.();
		expect(router.place.page).toBe("home");
	});

	test("reads what comes after its base", () => {
		const router = new Router();
		router.base = "/states/empty/teacher";
		router.go("/states/empty/teacher/classes/7");
		expect(router.place).toEqual({ page: "class", params: { id: "7" } });
	});
});

describe("a click", () => {
	const link = (more: object = {}) => ({
		origin: "http://console.test",
		pathname: "/classes/7",
		search: "",
		hash: "",
		target: "",
		hasAttribute: () => false,
		...more,
	});
	const click = (of: object | null, more: object = {}) => {
		const event = {
			target: { closest: () => of },
			defaultPrevented: false,
			button: 0,
			ctrlKey: false,
			metaKey: false,
			shiftKey: false,
			altKey: false,
			preventDefault: vi.fn(),
			...more,
		};
		new Router().follow(event as unknown as MouseEvent);
		return event.preventDefault.mock.calls.length > 0;
	};

	test("on a link of the console is taken over", () => {
		expect(click(link())).toBe(true);
		expect(pushed).toEqual(["/classes/7"]);
	});

	test("keeps what is after the address's ? and #", () => {
		expect(click(link({ search: "?work=exercise+sail", hash: "#new" }))).toBe(true);
		expect(pushed).toEqual(["/classes/7?work=exercise+sail#new"]);
		const router = new Router();
		router.go("/classes?closed=yes#new");
		expect(router.place.page).toBe("classes");
	});

	test.each([
		["beside a link", null, {}],
		["that something else took", link(), { defaultPrevented: true }],
		["of another button", link(), { button: 1 }],
		["with Ctrl", link(), { ctrlKey: true }],
		["with the command key", link(), { metaKey: true }],
		["with Shift", link(), { shiftKey: true }],
		["with Alt", link(), { altKey: true }],
		["on a link to another window", link({ target: "_blank" }), {}],
		["on a link to another site", link({ origin: "http://elsewhere.test" }), {}],
		["on what the service answers itself", link({ pathname: "/api/v1/docs" }), {}],
		["on a download", link({ hasAttribute: () => true }), {}],
	])("%s is the browser's", (_, of, more) => {
		expect(click(of, more)).toBe(false);
		expect(pushed).toEqual([]);
	});
});
