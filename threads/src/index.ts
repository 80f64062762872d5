export { type CheckOptions, check, checkMany, checkPacked, checkWithTape, explainMissed } from "./check.ts";
export { RUN_MILLISECONDS } from "./clock.ts";
export { drawTask } from "./draw-task.ts";
export { INTERPRETERS } from "./interpreters.ts";
export { sharedExercise, ThreadLost, ThreadPool, Threads } from "./pool.ts";
export { giveWay } from "./priority.ts";
export { renderPng } from "./render-png.ts";
export type { DrawResult, DrawTask, Task } from "./task.ts";
export { threadMilliseconds } from "./thread-time.ts";
