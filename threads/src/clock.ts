/** How long a program may run when its caller doesn't say. */
export const RUN_MILLISECONDS = 5_000;

/**
 * How long the search for causes may take. It ends by counting runs and steps, far below this; the clock is there for
 * programs that take much longer than they count, and ends a job before it goes to another worker.
 */
export const EXPLAIN_MILLISECONDS = 6_000;
