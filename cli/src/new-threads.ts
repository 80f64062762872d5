import { Threads } from "@markpen/threads";

/** Threads that run programs, in a module of its own: bundled apart, it is loaded where threads are needed. */
export const newThreads = (size: number): Threads => new Threads(size);
