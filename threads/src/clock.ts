/** How long a program may run when its caller doesn't say. */
export const RUN_MILLISECONDS = 5_000;
