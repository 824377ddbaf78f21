import { readdirSync, statSync } from "node:fs";
import { userInfo } from "node:os";
import path from "node:path";
import { createConnection } from "mysql2/promise";
import { openPool } from "@/server/db";
import { grantTables } from "@/server/grants";
import { randomUuid } from "@/shared/randomUuid";
import { openTestShop, type TestShop } from "./testShop";

// The database that our own commands start: who gets in, and what each account may do.
const { DATABASE_URL, DATABASE_SOCKET, DATABASE_DATA } = process.env;
const { hostname, port } = new URL(DATABASE_URL!);
const refused = (work: Promise<unknown>) =>
  work.then(
    () => "let in",
    (error: { code: string }) => error.code,
  );

let shop: TestShop;
beforeAll(async () => (shop = await openTestShop({ ownDatabase: true })));
afterAll(() => shop.close());

describe("the database's doors", () => {
  it.each([
    ["root", ""],
    ["root", "root"],
    ["", ""],
    ["pitstopa", ""],
    ["pitstopa_owner", ""],
  ])("let nobody in by the network as “%s” with “%s”", async (user, password) => {
    const entered = createConnection({ host: hostname, port: Number(port), user, password }).then((open) => open.end());
    expect(await refused(entered)).toMatch(/ACCESS_DENIED/);
  });

  it("lie where nobody else can reach: data and socket in folders that only their account enters", () => {
    for (const folder of [DATABASE_DATA!, path.dirname(DATABASE_SOCKET!)]) {
      expect(statSync(folder).mode & 0o077).toBe(0);
      expect(readdirSync(folder).length).toBeGreaterThan(0);
    }
  });

  it("write no file for any account of ours", async () => {
    const written = shop.pool.query("SELECT 'x' INTO OUTFILE '/tmp/pitstopa-door'");
    expect(await refused(written)).toMatch(/ACCESS_DENIED|OPTION_PREVENTS/);
  });
});

describe("the web's account", () => {
  const name = `web_${randomUuid().slice(0, 8)}`;
  const inShop = async (sql: string) => {
    const [[{ db }]] = (await shop.pool.query("SELECT DATABASE() AS db")) as unknown as [[{ db: string }]];
    const pool = openPool(`mysql://${name}:secret@${hostname}:${port}/${db}`, 1);
    try {
      return await refused(pool.query(sql));
    } finally {
      await pool.end();
    }
  };
  beforeAll(async () => {
    // The owner may make no accounts; root does, by the socket.
    const root = await createConnection({ socketPath: DATABASE_SOCKET!, user: userInfo().username });
    await root.query(`CREATE USER '${name}'@'${hostname}' IDENTIFIED BY 'secret'`);
    await root.end();
    await grantTables(shop.pool, `${name}@${hostname}`);
  });
  afterAll(async () => {
    const root = await createConnection({ socketPath: DATABASE_SOCKET!, user: userInfo().username });
    await root.query(`DROP USER '${name}'@'${hostname}'`);
    await root.end();
  });

  it.each([
    ["alters no table", "ALTER TABLE craft ADD COLUMN x INT"],
    ["drops none", "DROP TABLE craft"],
    ["makes none", "CREATE TABLE x (id INT)"],
    ["does not rewrite history", "UPDATE job_event SET kind = 'received'"],
    ["does not take it away", "DELETE FROM job_event"],
    ["does not empty it", "TRUNCATE TABLE job_event"],
    ["does not touch what was migrated", "DELETE FROM migration"],
    ["makes no account", "CREATE USER 'y'@'127.0.0.1'"],
  ])("%s", async (_, sql) => expect(await inShop(sql)).toMatch(/ACCESS_DENIED|DENIED_ERROR/));

  it.each(["SELECT * FROM job_event", "UPDATE job SET detail = detail", "DELETE FROM workshop"])(
    "does its work: %s",
    async (sql) => expect(await inShop(sql)).toBe("let in"),
  );
});
