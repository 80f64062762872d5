export { type CheckOptions, check } from "./check.ts";
export { exerciseText, RUN_MILLISECONDS, ThreadLost, Threads } from "./pool.ts";
export type { DrawResult, Task } from "./task.ts";
