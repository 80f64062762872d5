export { DEMO_SIGN_INS, DEMO_TEACHERS, demoArchive, demoChecksum } from "./archive.ts";
export { curlewPrograms } from "./curlew.ts";
export { DEMO_STUDENTS } from "./people.ts";
export { type DemoProgram, demoPrograms } from "./programs.ts";
