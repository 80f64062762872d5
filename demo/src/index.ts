export { DEMO_SIGN_INS, DEMO_TEACHERS, demoArchive, demoChecksum } from "./archive.ts";
export { CURLEW } from "./curlew.ts";
export { GANNET } from "./gannet.ts";
export { DEMO_STUDENTS } from "./people.ts";
export { type DemoProgram, demoPrograms } from "./programs.ts";
