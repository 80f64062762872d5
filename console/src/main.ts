import "./no-eval.ts";
import "./app.css";
import "./state/site/reading.svelte.ts";
import { mount } from "svelte";
import App from "./App.svelte";
import { router } from "./state/site/router.svelte.ts";

/**
 * Pages as they are before, instead of and without what they show, from fixtures: /states/loading/classes/…,
 * /states/empty/student/free
 */
const state = /^\/states\/(\w+)(\/student)?(?=\/|$)/.exec(location.pathname);
if (state) {
	const { showState } = await import("./states/fixtures.ts");
	router.base = state[0];
	showState(state[1] as string, state[2] ? "student" : "teacher");
}

mount(App, { target: document.getElementById("app") as HTMLElement });
