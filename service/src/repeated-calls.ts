import type { EntityManager } from "typeorm";
import { RepeatedCallEntity } from "./database/entities/repeated-call.ts";
import { statement, text } from "./database/statement.ts";

/** A call with an idempotency key: its account, and its route with parameters. */
export interface RepeatableCall {
	readonly accountId: string;
	readonly route: string;
	readonly key: string;
}

const DELETE_OLD_CALLS = statement(
	{},
	`DELETE FROM repeated_calls
		WHERE at < now() - interval '1 day' OR (reply IS NULL AND at < now() - interval '1 minute')`,
);

const BEGIN_CALL = statement(
	{ key: text() },
	`INSERT INTO repeated_calls (account_id, route, key)
		VALUES ($1, $2, $3)
		ON CONFLICT DO NOTHING
		RETURNING key`,
);

/** Records that a call has started; false if it already had. A call whose process died is forgotten after a minute. */
export async function beginCall(manager: EntityManager, { accountId, route, key }: RepeatableCall): Promise<boolean> {
	await DELETE_OLD_CALLS.all(manager);
	return (await BEGIN_CALL.one(manager, [accountId, route, key])) !== undefined;
}

/** The response to the first call with this key; undefined while it is running. */
export async function replyOf(manager: EntityManager, call: RepeatableCall): Promise<unknown> {
	const row = await manager.findOne(RepeatedCallEntity, { select: { reply: true }, where: { ...call } });
	return row?.reply ?? undefined;
}

const STORE_REPLY = statement(
	{},
	`UPDATE repeated_calls
		SET reply = $4
		WHERE account_id = $1 AND route = $2 AND key = $3`,
);

export async function storeReply(
	manager: EntityManager,
	{ accountId, route, key }: RepeatableCall,
	reply: unknown,
): Promise<void> {
	await STORE_REPLY.all(manager, [accountId, route, key, JSON.stringify(reply)]);
}

export async function forgetCall(manager: EntityManager, call: RepeatableCall): Promise<void> {
	await manager.delete(RepeatedCallEntity, { ...call });
}
