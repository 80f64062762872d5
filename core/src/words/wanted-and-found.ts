/** What was wanted and what was found, as short texts. */
export interface WantedAndFound {
	readonly wanted: string;
	readonly found: string;
}
