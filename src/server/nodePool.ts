import "server-only";
import { type Pool, type PoolConnection } from "mysql2/promise";
import { isDatabaseDown } from "./databaseErrors";

/** As much of a pool as the shop uses. */
type NodePoolParts = Pick<Pool, "getConnection" | "end">;

/**
 * A pool over the nodes of a cluster: it stays with one node while that answers, and goes on to the next when it does not. A statement that only reads is
 * asked again there; one that writes is not, for nobody knows whether it was done.
 *
 * @param nodes - One pool for each, in the order in which they are preferred.
 */
export function nodePool(nodes: readonly NodePoolParts[]): Pool {
  let at = 0;
  const goOnFrom = (index: number) => {
    if (index === at) at = (at + 1) % nodes.length;
  };
  const getConnection = async (): Promise<PoolConnection> => {
    for (let tries = 1; ; tries += 1) {
      const index = at;
      try {
        const connection = await nodes[index]!.getConnection();
        return watched(connection, () => goOnFrom(index));
      } catch (error) {
        if (!isDatabaseDown(error) || tries >= nodes.length) throw error;
        goOnFrom(index);
      }
    }
  };
  const ask = async (how: "execute" | "query", sql: string, values?: never) => {
    for (let tries = 1; ; tries += 1) {
      const connection = await getConnection();
      try {
        return await (how === "execute" ? connection.execute(sql, values) : connection.query(sql, values));
      } catch (error) {
        // The others are as many chances; this node's own waiting connections may all be dead.
        if (!isDatabaseDown(error) || !/^\s*SELECT\b/i.test(sql) || tries > nodes.length) throw error;
      } finally {
        connection.release();
      }
    }
  };
  const pool = {
    getConnection,
    execute: (sql: string, values?: never) => ask("execute", sql, values),
    query: (sql: string, values?: never) => ask("query", sql, values),
    end: async () => void (await Promise.all(nodes.map((node) => node.end()))),
  };
  return pool as unknown as Pool; // nothing in the shop asks more of one
}

/** A connection that tells when its node is gone or holds no majority: then it is thrown away, and the next is another node's. */
function watched(connection: PoolConnection, onGone: () => void): PoolConnection {
  const watch = (error: unknown): never => {
    if (isDatabaseDown(error)) {
      onGone();
      connection.destroy();
    }
    throw error;
  };
  return new Proxy(connection, {
    get(target, name) {
      const value: unknown = Reflect.get(target, name, target);
      if (typeof value !== "function") return value;
      const call = (...given: unknown[]): unknown => Reflect.apply(value, target, given);
      return WATCHED.has(name) ? (...given: unknown[]) => (call(...given) as Promise<unknown>).catch(watch) : call;
    },
  });
}

const WATCHED: ReadonlySet<string | symbol> = new Set(["execute", "query", "beginTransaction", "commit", "rollback"]);
