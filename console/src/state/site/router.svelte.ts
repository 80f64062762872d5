/** Every page with the pattern of its address; the first that fits is taken. */
const PAGES = [
	["home", ""],
	["set-up", "set-up"],
	["classes", "classes"],
	["class", "classes/:id"],
	["lesson", "classes/:id/lesson"],
	["grade-book", "classes/:id/grade-book"],
	["roster", "classes/:id/list"],
	["set-work", "classes/:id/set-work"],
	["assignment", "assignments/:id"],
	["assignment", "assignments/:id/:exercise"],
	["judging", "assignments/:id/:exercise/judging"],
	["alike", "assignments/:id/:exercise/alike"],
	["show", "assignments/:id/:exercise/show"],
	["upload", "assignments/:id/:exercise/upload"],
	["printed-class", "assignments/:id/:exercise/print"],
	["rules", "assignments/:id/:exercise/rules"],
	["hand-in", "hand-ins/:id"],
	["printed-feedback", "hand-ins/:id/print"],
	["student", "students/:id"],
	["exercises", "exercises"],
	["exercise", "exercises/:id"],
	["across", "exercises/:id/across"],
	["collection", "collections/:id"],
	["account", "account"],
	["desk", "desk/:id/:exercise"],
	["free", "free"],
	["free-drawing", "free/:name"],
] as const;

export type PageName = (typeof PAGES)[number][0] | "nowhere";

/** Where in the console one is: the page, and what its address names. */
export interface PageLocation {
	readonly page: PageName;
	readonly params: Readonly<Record<string, string>>;
}

function paramsOf(pattern: string, parts: readonly string[]): Record<string, string> | undefined {
	const wanted = pattern === "" ? [] : pattern.split("/");
	if (wanted.length !== parts.length) return undefined;
	const params: Record<string, string> = {};
	for (const [i, part] of wanted.entries()) {
		if (part.startsWith(":")) params[part.slice(1)] = decodeURIComponent(parts[i] as string);
		else if (part !== parts[i]) return undefined;
	}
	return params;
}

/** The place that an address names. */
export function locationOf(path: string): PageLocation {
	const parts = path.split("/").filter(Boolean);
	for (const [page, pattern] of PAGES) {
		const params = paramsOf(pattern, parts);
		if (params) return { page, params };
	}
	return { page: "nowhere", params: {} };
}

/** The address in front and how it is changed. */
export class Router {
	path = $state(location.pathname);
	/** How often the same page was gone to with another query: it is then shown again. */
	turn = $state(0);
	/** What is before every address: of pages shown from fixtures. */
	base = $state("");
	readonly place = $derived(locationOf(this.path.slice(this.base.length)));

	constructor() {
		addEventListener("popstate", () => {
			if (this.path === location.pathname) this.turn++;
			this.path = location.pathname;
		});
	}

	/** Goes to an address of the console's own; it may have a query and a fragment. */
	go(address: string): void {
		if (address === `${location.pathname}${location.search ?? ""}${location.hash ?? ""}`) return;
		const path = address.replace(/[?#].*$/, "");
		if (path === this.path) this.turn++;
		history.pushState(null, "", address);
		this.path = path;
		scrollTo(0, 0);
	}

	/** Takes over a click on a link of the console's own. */
	follow = (event: MouseEvent): void => {
		const link = (event.target as Element | null)?.closest("a");
		if (
			!link ||
			event.defaultPrevented ||
			event.button !== 0 ||
			event.ctrlKey ||
			event.metaKey ||
			event.shiftKey ||
			event.altKey
		)
			return;
		if (
			link.target ||
			link.origin !== location.origin ||
			link.pathname.startsWith("/api/") ||
			link.hasAttribute("download")
		)
			return;
		event.preventDefault();
		this.go(link.pathname + link.search + link.hash);
	};
}

export const router = new Router();
