export { check } from "./check.ts";
export { RUN_MILLISECONDS, ThreadLost, Threads } from "./pool.ts";
export type { DrawResult, Task } from "./task.ts";
