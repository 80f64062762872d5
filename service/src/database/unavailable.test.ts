import { expect, test } from "vitest";
import { isUnavailable } from "./unavailable.ts";

const coded = (code: string, message = "x") => Object.assign(new Error(message), { code });

test.each([
	coded("ECONNREFUSED"),
	coded("57P01"),
	coded("57P03"),
	coded("53300"),
	coded("08006"),
	new Error("Connection terminated unexpectedly"),
	new Error("timeout exceeded when trying to connect"),
	Object.assign(new Error("QueryFailed"), { driverError: coded("57P01") }),
	new AggregateError([coded("ECONNREFUSED")]),
])("%s: the database can't be reached", (error) => expect(isUnavailable(error)).toBe(true));

test.each([coded("23505"), coded("22003"), new Error("x"), "ECONNREFUSED", undefined])("%s: it can", (error) =>
	expect(isUnavailable(error)).toBe(false),
);
