/** Version of the core: a change of what a program draws, or of what is marked, raises it. */
export const CORE_VERSION = "0.3.0";
