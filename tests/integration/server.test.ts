import { type RowDataPacket } from "mysql2/promise";
import { openPool, withTransaction } from "@/server/db";
import { isDatabaseDown } from "@/server/databaseErrors";
import { AppError } from "@/server/errors";
import { openTestShop, type TestShop } from "./testShop";

let shop: TestShop;
beforeAll(async () => (shop = await openTestShop()));
afterAll(() => shop.close());

const settings = async (prefix: string) => {
  const [rows] = await shop.pool.execute<RowDataPacket[]>(
    "SELECT name FROM shop_setting WHERE name LIKE ? ORDER BY name",
    [`${prefix}%`],
  );
  return rows.map(({ name }) => String(name));
};
const put = "INSERT INTO shop_setting (name, value) VALUES (?, ?)";

describe("withTransaction", () => {
  it("keeps all of it when the work returns, and gives back what it gave", async () => {
    const result = await withTransaction(shop.pool, async (db) => {
      await db.execute(put, ["kept-a", "1"]);
      await db.execute(put, ["kept-b", "2"]);
      return 42;
    });
    expect(result).toBe(42);
    expect(await settings("kept-")).toEqual(["kept-a", "kept-b"]);
  });

  it("keeps nothing when the work throws, and lets the error through", async () => {
    const broken = withTransaction(shop.pool, async (db) => {
      await db.execute(put, ["lost-a", "1"]);
      throw new AppError("not_ready", "changed my mind");
    });
    await expect(broken).rejects.toThrow("changed my mind");
    expect(await settings("lost-")).toEqual([]);
  });

  it("gives its connection back either way", async () => {
    const pool = openPool(process.env.DATABASE_URL!, 1);
    for (let i = 0; i < 3; i++) {
      await withTransaction(pool, async (db) => void (await db.execute("SELECT 1")));
      await withTransaction(pool, () => Promise.reject(new Error("x"))).catch(() => undefined);
    }
    await pool.end();
  });
});

describe("openPool", () => {
  it("keeps times in UTC to the millisecond", async () => {
    const at = new Date("2026-07-01T23:59:58.123Z");
    const [rows] = await shop.pool.execute<RowDataPacket[]>("SELECT CAST(? AS DATETIME(3)) AS at", [at]);
    expect(rows[0]!.at).toEqual(at);
  });

  it("is strict: what does not fit is refused, not cut short", async () => {
    await expect(shop.pool.execute(put, ["x".repeat(41), ""])).rejects.toMatchObject({ code: "ER_DATA_TOO_LONG" });
  });
});

describe("isDatabaseDown", () => {
  it("knows a server that does not answer from a statement that is wrong", async () => {
    const nowhere = openPool("mysql://nobody:x@127.0.0.1:1/nothing", 1);
    const down = await nowhere.execute("SELECT 1").catch((error: unknown) => error);
    const wrong = await shop.pool.execute("SELECT * FROM no_such_table").catch((error: unknown) => error);
    expect([isDatabaseDown(down), isDatabaseDown(wrong), isDatabaseDown(null)]).toEqual([true, false, false]);
    expect(isDatabaseDown(new AppError("database_down", "away"))).toBe(true);
    await nowhere.end();
  });
});
