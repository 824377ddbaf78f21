import { type RowDataPacket } from "mysql2/promise";
import { withTransaction } from "@/server/db";
import { openTestShop, type TestShop } from "./testShop";

let shop: TestShop;
beforeAll(async () => {
  shop = await openTestShop({ ownDatabase: true });
  await shop.pool.query("CREATE TABLE two_rows (id INT PRIMARY KEY, value INT NOT NULL)");
  await shop.pool.query("INSERT INTO two_rows VALUES (1, 0), (2, 0)");
});
afterAll(() => shop.close());

describe("withTransaction", () => {
  it("runs a transaction again that the database ended to break a deadlock, and nothing counts twice", async () => {
    const bothHoldOne = barrier(2);
    let runs = 0;
    const addTo = (first: number, second: number) =>
      withTransaction(shop.pool, async (db) => {
        runs += 1;
        await db.execute("UPDATE two_rows SET value = value + 1 WHERE id = ?", [first]);
        await bothHoldOne();
        await db.execute("UPDATE two_rows SET value = value + 1 WHERE id = ?", [second]);
      });
    await Promise.all([addTo(1, 2), addTo(2, 1)]);
    expect(runs).toBe(3); // one of the two lost and came again
    const [rows] = await shop.pool.query<RowDataPacket[]>("SELECT value FROM two_rows ORDER BY id");
    expect(rows.map(({ value }) => value as number)).toEqual([2, 2]);
  });

  it("runs a transaction again whose connection was lost before it was asked to commit", async () => {
    let runs = 0;
    await withTransaction(shop.pool, async (db) => {
      runs += 1;
      await db.execute("INSERT INTO two_rows VALUES (4, 0)");
      if (runs === 1) await db.execute("KILL CONNECTION_ID()");
    });
    expect(runs).toBe(2);
    const [rows] = await shop.pool.query<RowDataPacket[]>("SELECT id FROM two_rows WHERE id = 4");
    expect(rows).toHaveLength(1);
  });

  it("runs nothing again that failed for another reason", async () => {
    let runs = 0;
    const twice = withTransaction(shop.pool, async (db) => {
      runs += 1;
      await db.execute("INSERT INTO two_rows VALUES (3, 0)");
      await db.execute("INSERT INTO two_rows VALUES (3, 0)");
    });
    await expect(twice).rejects.toMatchObject({ code: "ER_DUP_ENTRY" });
    expect(runs).toBe(1);
    const [rows] = await shop.pool.query<RowDataPacket[]>("SELECT id FROM two_rows WHERE id = 3");
    expect(rows).toEqual([]);
  });
});

/** What lets its first `parties` callers go on together, and every later one at once. */
function barrier(parties: number): () => Promise<void> {
  let arrived = 0;
  let open: () => void;
  const all = new Promise<void>((resolve) => (open = resolve));
  return async () => {
    arrived += 1;
    if (arrived === parties) open();
    await all;
  };
}
