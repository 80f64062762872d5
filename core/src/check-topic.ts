import { CHECKS } from "./marking/checks/index.ts";

/** What a check looks at, in a few words; a group has no check of its own. */
export function checkTopic(check: string): string {
	return CHECKS.find((one) => one.name === check)?.topic ?? "Several things together";
}
