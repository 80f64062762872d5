import type {
	GapSite,
	NameSite,
	NumberSite,
	OperatorSite,
	PairSite,
	PartSite,
	Phrasebook,
	ProgramSites,
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

	/** All of them in the order of the source. */
	inOrder(source: string, write: Phrasebook): ProgramSites {
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
