/** Where in the console one is: the name of the page and the id in its address. */
export type Place =
	| { readonly page: "home" }
	| { readonly page: "class" | "hand-in"; readonly id: string }
	| { readonly page: "assignment"; readonly id: string; readonly exercise?: string }
	| { readonly page: "desk"; readonly id: string; readonly exercise: string }
	| { readonly page: "nowhere" };

const FOLDERS = { classes: "class", assignments: "assignment", "hand-ins": "hand-in", desk: "desk" } as const;

/** The place that an address names. */
export function placeOf(path: string): Place {
	const [folder, id, ...rest] = path.split("/").filter(Boolean);
	if (folder === undefined) return { page: "home" };
	if (id === undefined || rest.length > 1 || !Object.hasOwn(FOLDERS, folder)) return { page: "nowhere" };
	const page = FOLDERS[folder as keyof typeof FOLDERS];
	const [exercise] = rest;
	if (page === "desk") return exercise === undefined ? { page: "nowhere" } : { page, id, exercise };
	if (page === "assignment") return { page, id, ...(exercise !== undefined && { exercise }) };
	return exercise === undefined ? { page, id } : { page: "nowhere" };
}

/** The address in front and how it is changed. */
export class Router {
	path = $state(location.pathname);
	readonly place = $derived(placeOf(this.path));

	constructor() {
		addEventListener("popstate", () => {
			this.path = location.pathname;
		});
	}

	go(path: string): void {
		if (path === location.pathname) return;
		history.pushState(null, "", path);
		this.path = path;
		scrollTo(0, 0);
	}

	/** Takes over a click on a link of the console's own. */
	follow = (event: MouseEvent): void => {
		const link = (event.target as Element | null)?.closest("a");
		if (!link || event.defaultPrevented || event.button !== 0 || event.ctrlKey || event.metaKey || event.shiftKey || event.altKey) return;
		if (link.target || link.origin !== location.origin || link.pathname.startsWith("/api/") || link.hasAttribute("download")) return;
		event.preventDefault();
		this.go(link.pathname);
	};
}

export const router = new Router();
