export { type CheckOptions, check, checkMany, checkWithTape } from "./check.ts";
export { RUN_MILLISECONDS } from "./clock.ts";
export { exerciseText, ThreadLost, ThreadPool, Threads } from "./pool.ts";
export { renderPng } from "./render-png.ts";
export type { DrawResult, Task } from "./task.ts";
