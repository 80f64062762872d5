/** What of a drawing, or of a program, a check looks at and a mistake makes wrong. */
export type Aspect =
	| "fill"
	| "outline"
	| "width"
	| "paper"
	| "place"
	| "turn"
	| "size"
	| "shape"
	| "paint"
	| "number"
	| "order"
	| "seen"
	| "frames"
	| "source";
