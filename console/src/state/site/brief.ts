import { Marked } from "marked";

const ESCAPES: Readonly<Record<string, string>> = {
	"&": "&amp;",
	"<": "&lt;",
	">": "&gt;",
	'"': "&quot;",
	"'": "&#39;",
};
const escape = (text: string) => text.replace(/[&<>"']/g, (c) => ESCAPES[c] as string);

/** Markdown without raw HTML, pictures or links that lead anywhere but to http addresses. */
const markdown = new Marked({
	renderer: {
		html: ({ text }) => escape(text),
		image: ({ text }) => escape(text),
		link({ href, tokens }) {
			const text = this.parser.parseInline(tokens);
			return /^https?:\/\//i.test(href)
				? `<a href="${escape(href)}" target="_blank" rel="noreferrer">${text}</a>`
				: text;
		},
	},
});

/** A brief as HTML that is safe to show. */
export function briefHtml(brief: string): string {
	return markdown.parse(brief, { async: false });
}
