import "./no-eval.ts";
import "./app.css";
import { mount } from "svelte";
import App from "./App.svelte";

const dark = matchMedia("(prefers-color-scheme: dark)");
const theme = () => {
	document.documentElement.dataset.theme = dark.matches ? "dark" : "light";
};
theme();
dark.addEventListener("change", theme);

mount(App, { target: document.getElementById("app") as HTMLElement });
