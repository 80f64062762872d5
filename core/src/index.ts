export { run } from "./nib/runner.ts";
export { read } from "./nib/read.ts";
export { recognise } from "./figures/recognise.ts";
