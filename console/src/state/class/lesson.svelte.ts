import type { Conditions, DrawingReport } from "@markpen/core";
import { Runner } from "../../worker/runner.ts";
import { api } from "../site/api.ts";
import type { Ports } from "../site/ports.ts";

type Draft = Awaited<ReturnType<typeof api.listDrafts>>["drafts"][number];

/** What the class is drawing just now: the drafts, each run here in a worker, the ones that changed again. */
export class Lesson {
	drafts = $state.raw<readonly Draft[]>([]);
	criteria = $state(0);
	drawings = $state.raw<ReadonlyMap<string, DrawingReport>>(new Map());
	private readonly runner: Ports["runner"];
	private readonly sources = new Map<string, string>();
	private asked: { readonly assignmentId: string; readonly exercise: string } | undefined;
	private place = "";
	private looking = false;
	private left = false;

	constructor(runner: Ports["runner"] = new Runner()) {
		this.runner = runner;
	}

	/** Looks at an exercise's drafts. While that is under way, only the look that was asked for last is made after it. */
	async look(assignmentId: string, exercise: string): Promise<void> {
		this.asked = { assignmentId, exercise };
		if (this.looking) return;
		this.looking = true;
		try {
			for (let asked = this.next(); asked; asked = this.next()) await this.lookAt(asked.assignmentId, asked.exercise);
		} finally {
			this.looking = false;
		}
	}

	private next() {
		const { asked } = this;
		this.asked = undefined;
		return this.left ? undefined : asked;
	}

	private async lookAt(assignmentId: string, exercise: string): Promise<void> {
		const { drafts, criteria, conditions } = await api.listDrafts({
			params: { id: assignmentId },
			query: { exercise },
		});
		this.turnTo(`${assignmentId} ${exercise}`);
		this.drafts = drafts;
		this.criteria = criteria;
		for (const draft of drafts) {
			if (this.left || this.asked) return;
			await this.draw(draft, conditions);
		}
	}

	leave(): void {
		this.left = true;
		this.runner.end();
	}

	/** Drawings are cleared for another exercise: the same program can draw differently on another sheet. */
	private turnTo(place: string): void {
		if (place === this.place) return;
		this.place = place;
		this.sources.clear();
		this.drawings = new Map();
	}

	private async draw({ student, source, language }: Draft, conditions: Conditions): Promise<void> {
		if (this.sources.get(student.id) === source) return;
		this.sources.set(student.id, source);
		const drawn = await this.runner.ask("run", { source, language, conditions });
		if (drawn) this.drawings = new Map(this.drawings).set(student.id, drawn);
	}
}
