import { beforeEach, describe, expect, test } from "vitest";
import { answering, HttpRefusal, stubBrowser } from "../site/test-world.ts";

stubBrowser();
const { CollectionDesk } = await import("./collection-desk.svelte.ts");

const FILE = `format: markpen/collection@1
id: quay-week
title: A week at the quay
brief: Five lessons.
exercises: [deck-hatch, storm-cone, gangway]
done when: { share of points: 0.6 }
`;

describe("a collection", () => {
	let desk: InstanceType<typeof CollectionDesk>;
	beforeEach(() => {
		desk = CollectionDesk.of(FILE, true);
	});

	test("is read from its file and written back the same", () => {
		expect([desk.title, desk.brief, desk.done, desk.shared]).toEqual(["A week at the quay", "Five lessons.", 60, true]);
		expect(CollectionDesk.of(desk.source, true).source).toBe(desk.source);
	});

	test("a file that can't be read says where", () => {
		expect(() => CollectionDesk.of("format: markpen/collection@1\nid: x\n", false)).toThrow(/^Line \d+: /);
	});

	test("takes exercises in and out, each once", () => {
		desk.toggle("mooring-rope");
		desk.toggle("storm-cone");
		expect(desk.exercises).toEqual(["deck-hatch", "gangway", "mooring-rope"]);
	});

	test.each([
		["gangway", -1, ["deck-hatch", "gangway", "storm-cone"]],
		["deck-hatch", 1, ["storm-cone", "deck-hatch", "gangway"]],
		["deck-hatch", -1, ["deck-hatch", "storm-cone", "gangway"]],
		["gangway", 5, ["deck-hatch", "storm-cone", "gangway"]],
	])("moves %s by %i, no further than the ends", (key, by, order) => {
		desk.moveBy(key, by);
		expect(desk.exercises).toEqual(order);
	});

	test("has an id from its title, which stays once it is saved", async () => {
		const fresh = new CollectionDesk();
		expect(fresh.canSave).toBe(false);
		fresh.title = "Rainy day";
		fresh.toggle("summer-rain");
		expect([fresh.id, fresh.canSave]).toEqual(["rainy-day", true]);
		answering({
			publishCollection: ({ body }) => ({
				id: "1",
				key: "rainy-day",
				title: "",
				mine: true,
				library: false,
				exercises: [],
				missing: ["summer-rain"],
				...(body as object),
			}),
		});
		expect(await fresh.save()).toBe("1");
		fresh.title = "A very rainy day";
		expect([fresh.id, fresh.missing]).toEqual(["rainy-day", ["summer-rain"]]);
	});

	test("says why it could not be saved", async () => {
		answering({
			publishCollection: () => {
				throw new HttpRefusal(409, "taken", "Another collection has this id.");
			},
		});
		expect([await desk.save(), desk.error]).toEqual([undefined, "Another collection has this id."]);
	});
});
