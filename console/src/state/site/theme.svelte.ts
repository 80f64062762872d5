type Wish = "system" | "light" | "dark";

const KEY = "markpen theme";
const isWish = (text: string | null): text is Wish => text === "light" || text === "dark";

/** Light or dark, as the system says or as was chosen in this browser. */
export class Theme {
	wish = $state<Wish>("system");
	private readonly dark = matchMedia("(prefers-color-scheme: dark)");

	constructor() {
		const kept = localStorage.getItem(KEY);
		this.wish = isWish(kept) ? kept : "system";
		this.dark.addEventListener("change", () => this.put());
		this.put();
	}

	choose(wish: Wish): void {
		this.wish = wish;
		if (wish === "system") localStorage.removeItem(KEY);
		else localStorage.setItem(KEY, wish);
		this.put();
	}

	private put(): void {
		document.documentElement.dataset.theme =
			this.wish === "system" ? (this.dark.matches ? "dark" : "light") : this.wish;
	}
}

export const theme = new Theme();
