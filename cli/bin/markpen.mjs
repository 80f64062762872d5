#!/usr/bin/env node
import module from "node:module";

// Node from 22 on keeps what it compiled for the next call.
module.enableCompileCache?.();
const { main } = await import("../dist/bundle/index.js");

// Whoever reads the output may stop reading, as head does: that isn't an error.
process.stdout.on("error", (error) => {
	if (error.code === "EPIPE") process.exit(0);
	throw error;
});

process.exitCode = await main(process.argv);
