import type { HandInPage, ReportBody } from "@markpen/contract";
import { mendedBy, type Picture, svgOf } from "@markpen/core";
import type { Runner } from "../../worker/runner.ts";

type Cause = NonNullable<ReportBody["causes"]>[number];

/** A hand-in's drawing as it would be with one mistake mended: run here, and shown over the student's. */
export class WhatIf {
	/** The place of the cause among the causes, while it is shown. */
	shown = $state<number | null>(null);
	/** The drawing as an image. */
	url = $state<string | undefined>(undefined);
	private readonly runner: Pick<Runner, "ask" | "end">;

	constructor(runner: Pick<Runner, "ask" | "end">) {
		this.runner = runner;
	}

	/** Shows one, or hides it again. */
	async toggle(
		page: Pick<HandInPage, "source" | "language" | "conditions">,
		index: number,
		cause: Cause,
		seed: number,
	): Promise<void> {
		if (this.shown === index || !cause.edit) return this.hide();
		this.shown = index;
		this.url = undefined;
		const source = mendedBy(page.source, { edit: cause.edit });
		const drawn = await this.runner.ask("run", { source, language: page.language, conditions: page.conditions, seed });
		if (this.shown === index && drawn) this.url = imageOf(drawn.picture);
	}

	hide(): void {
		this.shown = null;
		this.url = undefined;
	}

	end(): void {
		this.hide();
		this.runner.end();
	}
}

const imageOf = (picture: Picture) => `data:image/svg+xml;charset=utf-8,${encodeURIComponent(svgOf(picture))}`;
