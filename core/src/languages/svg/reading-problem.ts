import type { Lines } from "../lines.ts";
import type { Problem } from "../problem.ts";

/** Where reading had got to when something was wrong. */
export interface Reached {
	readonly source: string;
	readonly lines: Lines;
	/** Offset of the character that was read last. */
	readonly at: number;
	/** Offset of the tag that is being read; -1 between tags. */
	readonly tagStart: number;
	/** Of the element that was opened last and isn't closed. */
	readonly neverClosed: (() => Problem) | undefined;
}

/** What is wrong with a document that the XML parser can't read, from the parser's own message. */
export function unreadable(message: string, reached: Reached): Problem {
	const { source, lines, at } = reached;
	const made: Made = (code, start, end, { text, ...data } = {}) => {
		const place = lines.place(start, end);
		return { code, place, data, ...(typeof text === "string" && { fix: { place, text } }) };
	};
	const bare = bareAmpersand(source, at + 1);
	if (bare !== undefined) {
		const name = /^&([\w.-]+);/.exec(source.slice(bare, bare + 40))?.[1];
		if (name !== undefined) return made("svg-entity", bare, bare + name.length + 2, { name });
		return made("svg-ampersand", bare, bare + 1, { text: "&amp;" });
	}
	const sign = source[at] ?? "";
	if (message.startsWith("document must")) return made("svg-empty", 0, Math.min(1, source.length));
	if (message.startsWith("unclosed tag") || message.startsWith("unexpected end")) return ended(reached, made);
	if (message === "disallowed character in tag name") return made("svg-less-than", at - 1, at, { text: "&lt;" });
	if (message.startsWith("attribute without value") || message.startsWith("unquoted attribute value"))
		return attribute(reached, made, message.startsWith("attribute"));
	if (message.startsWith("duplicate attribute")) {
		const name = message.slice("duplicate attribute: ".length, -1);
		const again = source.lastIndexOf(name, at);
		return made("svg-attribute-twice", again, again + name.length, { name });
	}
	if (message.startsWith("no whitespace")) return openQuote(reached, made) ?? made("svg-space", at, at, { text: " " });
	if (sign === "<" && reached.tagStart >= 0) return openQuote(reached, made) ?? cut(reached, made, at);
	if (message.startsWith("malformed comment")) return made("svg-comment-hyphens", at - 1, at);
	if (message.startsWith("text data outside")) return made("svg-text-outside", at, at + 1);
	if (message.startsWith("documents may contain")) return made("svg-two-roots", reached.tagStart, at);
	if (/XML|declaration|processing instruction|version|encoding/.test(message)) {
		const start = Math.max(0, source.lastIndexOf("<?", at));
		return made("svg-declaration", start, at + 1);
	}
	if (message.startsWith("forward-slash")) return made("svg-slash", at - 1, at);
	const quote = reached.tagStart >= 0 ? openQuote(reached, made) : undefined;
	if (quote) return quote;
	if (sign === "," && reached.tagStart >= 0) return made("sign-drop", at, at + 1, { sign, text: "" });
	return made("svg-unexpected", at, at + 1, { word: sign });
}

/** @param data what the sentence needs, and where there is a fix the text that it puts in the place */
type Made = (code: string, start: number, end: number, data?: Problem["data"]) => Problem;

/** The source ended inside something. */
function ended(reached: Reached, made: Made): Problem {
	const { source, tagStart, neverClosed } = reached;
	const comment = source.lastIndexOf("<!--");
	if (comment >= 0 && source.indexOf("-->", comment) < 0) return made("svg-comment-open", comment, comment + 4);
	if (tagStart >= 0) return openQuote(reached, made) ?? cut(reached, made, source.length);
	const angle = source.lastIndexOf("<");
	if (angle > source.lastIndexOf(">")) return cut({ ...reached, tagStart: angle }, made, source.length);
	if (neverClosed) return neverClosed();
	return made("svg-empty", 0, Math.min(1, source.length));
}

/** A tag without its `>`: it should end before what comes next. */
function cut({ source, lines, tagStart }: Reached, made: Made, before: number): Problem {
	const name = /^<\/?([^\s/>]*)/.exec(source.slice(tagStart, tagStart + 60))?.[1] ?? "";
	const end = tagStart + source.slice(tagStart, before).trimEnd().length;
	const isClosing = source[tagStart + 1] === "/";
	const text = isClosing ? ">" : "/>";
	const problem = made("svg-tag-cut", tagStart, tagStart + name.length + 1, { name, sign: text });
	return { ...problem, fix: { place: lines.place(end, end), text } };
}

/** How much of a long value is looked at for what went wrong. */
const NEAR = 200;

/** A value's quote mark that is never closed; undefined if there is none. */
function openQuote({ source, lines, tagStart, at }: Reached, made: Made): Problem | undefined {
	let from = source.indexOf("=", tagStart);
	while (from >= 0 && from < at) {
		while (/\s/.test(source[from + 1] ?? "")) from++;
		const quote = source[from + 1] as string;
		if (quote !== '"' && quote !== "'") {
			from = source.indexOf("=", from + 1);
			continue;
		}
		const begin = from + 2;
		const close = source.indexOf(quote, begin);
		const isOpen = close < 0 || close > at;
		// The mark that was to close one value opened another: a value that ends in a name and an equals sign.
		const value = source.slice(begin, Math.min(isOpen ? at + 1 : close, begin + NEAR));
		const next = (isOpen ? /\s*\/?>|\s*[\n<]|\s+[\w:-]+\s*=/ : /\s+[\w:-]+\s*=\s*$/).exec(value);
		if (next || isOpen) {
			const end = begin + (next ? next.index : value.trimEnd().length);
			return { ...made("svg-quote-open", from + 1, end), fix: { place: lines.place(end, end), text: quote } };
		}
		from = source.indexOf("=", close);
	}
	return undefined;
}

/** An attribute whose value is missing, or has no quote marks. */
function attribute({ source, at }: Reached, made: Made, isEmpty: boolean): Problem {
	const before = source.slice(Math.max(0, at - NEAR), at);
	const name = /([^\s=<>"'/]+)\s*=?\s*$/.exec(before)?.[1] ?? "";
	const start = source.slice(0, at).lastIndexOf(name);
	if (isEmpty) return made("svg-value-missing", start, start + name.length, { name });
	const value = /^[^\s>"']*?(?=\/?>|\s|$|["'])/.exec(source.slice(at, at + NEAR))?.[0] ?? "";
	return made("svg-quotes-missing", at, at + value.length, { name, value, text: `"${value}"` });
}

const KNOWN_SIGN = /^&(?:amp|lt|gt|quot|apos|#\d+|#x[\da-fA-F]+);/;

/** The first `&` before an offset that begins no sign which is known, outside comments and CDATA. */
function bareAmpersand(source: string, before: number): number | undefined {
	for (let at = source.search(/[&<]/); at >= 0 && at < before; ) {
		const skipped = source.startsWith("<!--", at) ? "-->" : source.startsWith("<![CDATA[", at) ? "]]>" : undefined;
		if (skipped !== undefined) {
			at = source.indexOf(skipped, at);
			if (at < 0) return undefined;
		} else if (source[at] === "&" && !KNOWN_SIGN.test(source.slice(at, at + 12))) return at;
		const next = source.slice(at + 1, before).search(/[&<]/);
		if (next < 0) return undefined;
		at += 1 + next;
	}
	return undefined;
}
