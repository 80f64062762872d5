// Runs a database server for as long as the process that started this one holds its standard input open.
import { spawn } from "node:child_process";

const { call, user } = JSON.parse(process.argv[2]);
const server = spawn(call[0], call.slice(1), { ...user, cwd: "/", stdio: ["ignore", "ignore", "inherit"] });
server.on("exit", (code) => process.exit(code ?? 1));
process.stdin.on("close", () => server.kill("SIGINT"));
process.stdin.resume();
for (const signal of ["SIGINT", "SIGTERM", "SIGHUP"]) process.on(signal, () => server.kill("SIGINT"));
