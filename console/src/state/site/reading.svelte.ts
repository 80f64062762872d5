const KEY = "markpen reading";

/** How large text is, as parts of the usual size. */
export const SIZES = [1, 1.15, 1.3, 1.5, 2] as const;
/** How each size is called. */
export const SIZE_WORDS: Readonly<Record<number, string>> = {
	1: "usual",
	1.15: "a little larger",
	1.3: "larger",
	1.5: "half as large again",
	2: "twice as large",
};

interface Wishes {
	readonly size: number;
	/** Letters, words and lines farther apart, by what WCAG 2.2 asks of 1.4.12. */
	readonly wide: boolean;
	readonly contrast: boolean;
	/** Nothing moves by itself. */
	readonly still: boolean;
}

const USUAL: Wishes = { size: 1, wide: false, contrast: false, still: false };

function kept(): Wishes {
	try {
		const read = JSON.parse(localStorage.getItem(KEY) ?? "{}") as Partial<Wishes>;
		return { ...USUAL, ...read, size: SIZES.find((s) => s === read.size) ?? 1 };
	} catch {
		return USUAL;
	}
}

/** How a reader of this browser wants pages to look; what the system says of contrast and motion counts too. */
export class Reading {
	wishes = $state.raw<Wishes>(kept());
	private readonly calm = matchMedia("(prefers-reduced-motion: reduce)");
	private readonly strong = matchMedia("(prefers-contrast: more)");

	constructor() {
		for (const of of [this.calm, this.strong]) of.addEventListener("change", () => this.put());
		this.put();
	}

	/** Whether things stay still unless they are asked to move. */
	get still(): boolean {
		return this.wishes.still || this.calm.matches;
	}

	choose(wish: Partial<Wishes>): void {
		this.wishes = { ...this.wishes, ...wish };
		localStorage.setItem(KEY, JSON.stringify(this.wishes));
		this.put();
	}

	private put(): void {
		const { style, dataset } = document.documentElement;
		style.setProperty("--reading-size", String(this.wishes.size));
		dataset.spacing = this.wishes.wide ? "wide" : "usual";
		dataset.contrast = this.wishes.contrast || this.strong.matches ? "more" : "usual";
		dataset.motion = this.still ? "none" : "usual";
	}
}

export const reading = new Reading();
