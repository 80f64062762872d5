/** Where something is in a source: line and column from 1, length in characters. */
export interface SourceRange {
	readonly line: number;
	readonly column: number;
	readonly length: number;
}

/** A change to the source that puts a problem right: the text at the place is replaced. */
export interface Fix {
	readonly place: SourceRange;
	readonly text: string;
}

/** A problem or remark in a program: a code, its data, its place and, if possible, a fix. */
export interface Problem {
	readonly code: string;
	readonly place: SourceRange;
	/** What the sentence needs: the student's own words and values. */
	readonly data: Readonly<Record<string, string | number>>;
	readonly fix?: Fix;
}

/** A sentence or two for each code of a language's own problems: what is wrong, and what to do. */
export type Sentences = Readonly<Record<string, (data: Problem["data"]) => string>>;
