import { expect, test } from "vitest";
import { drawnNow } from "./drawn-now.ts";

const NOW = Date.parse("2027-03-01T10:00:00Z");
const at = (minutes: number) => new Date(NOW + minutes * 60_000).toISOString();
const column = (name: string, due: number, drafted: number | null) => ({
	name,
	dueAt: at(due),
	draftedAt: drafted === null ? null : at(drafted),
});

test.each([
	["what somebody changed last in this lesson", [column("a", 60, -80), column("b", 900, -5)], "b"],
	["what is due next, where nobody has worked for long", [column("a", -60, -300), column("b", 900, null)], "b"],
	["nothing, where all is due and nobody works", [column("a", -60, -300)], undefined],
	["nothing of nothing", [], undefined],
])("a class draws %s", (_, columns, name) => {
	expect(drawnNow(columns, NOW)?.name).toBe(name);
});
