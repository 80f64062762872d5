export { DEMO_SIGN_INS, demoArchive } from "./archive.ts";
export { type DemoProgram, demoPrograms } from "./programs.ts";
