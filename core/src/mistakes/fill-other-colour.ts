import { familiesOf } from "../colour/family.ts";
import type { ProgramSites, Role } from "../languages/sites.ts";
import type { Change } from "./change.ts";
import { replaced } from "./edits.ts";
import type { Look } from "./look.ts";
import type { Mistake } from "./mistake.ts";
import { changed, valuesFor } from "./pick.ts";

/** Another fill. */
export const fillOtherColour: Mistake = {
	id: "fill-other-colour",
	family: "paint",
	changes: ["colour"],
	made: "a different fill",
	did: "the fill is {was}",
	instead: "{now}",
	asks: "Which colour should the inside have@?",
	make: (sites) => recoloured(sites, "fill colour"),
	mend: (look) => wantedColours(look, "fill colour"),
	example: {
		right: "fill crimson\ncircle centre 100, 80 diameter 60\n",
		wrong: "fill green\ncircle centre 100, 80 diameter 60\n",
	},
};

/** Replaces each colour of one use with a clearly different one. */
export const recoloured = (sites: ProgramSites, role: Role): Change[] =>
	valuesFor(sites, role).map((v) =>
		replaced(sites, v, v.colour !== undefined && familiesOf(v.colour).includes("green") ? "purple" : "green", "word"),
	);

/**
 * Each colour of one use as one of the wanted figures has it: as the program writes it somewhere, else by its code.
 * @param values those that are changed; all of that use unless given
 */
export function wantedColours(look: Look, role: Role, values = valuesFor(look.sites, role)): Change[] {
	const colours = look.colours(role).map((c) => colourText(look, c));
	return values.flatMap((v) => colours.flatMap((text) => changed(look.sites, v, text, "word") ?? []));
}

/** A colour as the program itself writes one that is the same for a class, else as a code. */
export function colourText({ sites }: Look, colour: number): string {
	const own = sites.values.find((v) => v.colour !== undefined && v.colour === colour);
	return own?.text ?? sites.write.colour(colour);
}
