import { type PoolConnection } from "mysql2/promise";
import { nodePool } from "./nodePool";

type Say = "answers" | "is gone" | "drops" | "holds no majority";

const failed = (code: string) => Object.assign(new Error(code), { code });

/** A node that does as it is told, and counts what was asked of it. */
function node(name: string) {
  const told = { say: "answers" as Say, asked: [] as string[] };
  const ask = (sql: string) => {
    told.asked.push(sql);
    if (told.say === "drops") return Promise.reject(failed("PROTOCOL_CONNECTION_LOST"));
    if (told.say === "holds no majority") return Promise.reject(failed("ER_UNKNOWN_COM_ERROR"));
    return Promise.resolve([[{ name }], []]);
  };
  const connection = { execute: ask, query: ask, release: () => {}, destroy: () => {} };
  return Object.assign(told, {
    getConnection: () =>
      told.say === "is gone"
        ? Promise.reject(failed("ECONNREFUSED"))
        : Promise.resolve(connection as unknown as PoolConnection),
    end: () => Promise.resolve(),
  });
}

const answering = async (pool: ReturnType<typeof nodePool>, sql = "SELECT 1") => {
  const [rows] = await pool.execute(sql);
  return (rows as unknown as { name: string }[])[0]!.name;
};

describe("nodePool", () => {
  it.each<Say>(["is gone", "drops", "holds no majority"])(
    "goes on to the next node when one %s, and stays there",
    async (say) => {
      const [a, b] = [node("a"), node("b")];
      const pool = nodePool([a, b]);
      expect(await answering(pool)).toBe("a");
      a.say = say;
      expect(await answering(pool)).toBe("b");
      a.say = "answers";
      expect(await answering(pool)).toBe("b");
      b.say = "is gone";
      expect(await answering(pool)).toBe("a");
    },
  );

  it("asks a statement that writes once only", async () => {
    const [a, b] = [node("a"), node("b")];
    const pool = nodePool([a, b]);
    a.say = "drops";
    await expect(answering(pool, "INSERT INTO t VALUES (1)")).rejects.toThrow("PROTOCOL_CONNECTION_LOST");
    expect(b.asked).toEqual([]);
    expect(await answering(pool, "INSERT INTO t VALUES (1)")).toBe("b");
  });

  it("says so when none answers", async () => {
    const nodes = [node("a"), node("b"), node("c")];
    for (const each of nodes) each.say = "is gone";
    await expect(answering(nodePool(nodes))).rejects.toThrow("ECONNREFUSED");
  });
});
