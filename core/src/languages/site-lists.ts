import type {
	GapSite,
	NameSite,
	NumberSite,
	OperatorSite,
	PairSite,
	PartSite,
	Phrasebook,
	ProgramSites,
	Role,
	Span,
	StatementSite,
	ValueSite,
	WordSite,
} from "./sites.ts";

/** The sites of a program while they are found. */
export class SiteLists {
	readonly values: ValueSite[] = [];
	readonly numbers: NumberSite[] = [];
	readonly names: NameSite[] = [];
	readonly words: WordSite[] = [];
	readonly pairs: PairSite[] = [];
	readonly operators: OperatorSite[] = [];
	/** In the order of their numbers. */
	readonly statements: StatementSite[] = [];
	readonly parts: PartSite[] = [];
	readonly gaps: GapSite[] = [];
	/** What the values under each name are used for. */
	private readonly uses = new Map<string, Set<Role>>();

	/** What the values under a name are used for, as far as that is found. */
	usesOf(name: string): Set<Role> {
		const known = this.uses.get(name) ?? new Set<Role>();
		this.uses.set(name, known);
		return known;
	}

	/** Uses of one name that is given to another: a few rounds reach through calls of calls. */
	private spreadUses(): void {
		for (let round = 0; round < 4; round++)
			for (const { name, roles } of this.names) for (const role of roles) this.usesOf(name).add(role);
	}

	/** All of them in the order of the source. */
	inOrder(source: string, write: Phrasebook): ProgramSites {
		this.spreadUses();
		const sorted = <T extends Span>(sites: T[]) => sites.sort((a, b) => a.start - b.start);
		return {
			source,
			values: sorted(this.values),
			numbers: sorted(this.numbers),
			names: sorted(this.names),
			words: sorted(this.words),
			pairs: this.pairs,
			operators: sorted(this.operators),
			statements: this.statements,
			parts: this.parts,
			gaps: this.gaps.sort((a, b) => a.start - b.start || a.block - b.block),
			write,
		};
	}
}
