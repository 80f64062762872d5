import type { SaidDrawing } from "@markpen/core";
import { api } from "./api.ts";
import { Runner } from "./runner.ts";

type Draft = Awaited<ReturnType<typeof api.listDrafts>>["drafts"][number];

/** What the class is drawing just now: the drafts, each run here in a worker, the ones that changed again. */
export class Lesson {
	drafts = $state.raw<readonly Draft[]>([]);
	criteria = $state(0);
	drawings = $state.raw<ReadonlyMap<string, SaidDrawing>>(new Map());
	private readonly runner = new Runner();
	private readonly sources = new Map<string, string>();
	private looking = false;
	private again = false;
	private left = false;

	async look(assignmentId: string, exercise: string): Promise<void> {
		if (this.looking) {
			this.again = true;
			return;
		}
		this.looking = true;
		try {
			do {
				this.again = false;
				const page = await api.listDrafts({ params: { id: assignmentId }, query: { exercise } });
				this.drafts = page.drafts;
				this.criteria = page.criteria;
				for (const draft of page.drafts) {
					if (this.left) return;
					await this.draw(draft);
				}
			} while (this.again && !this.left);
		} finally {
			this.looking = false;
		}
	}

	leave(): void {
		this.left = true;
		this.runner.end();
	}

	private async draw({ student, source }: Draft): Promise<void> {
		if (this.sources.get(student.id) === source) return;
		this.sources.set(student.id, source);
		const drawn = await this.runner.ask("run", { source });
		if (drawn) this.drawings = new Map(this.drawings).set(student.id, drawn);
	}
}
