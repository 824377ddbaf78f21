import "server-only";
import { type Pool, type RowDataPacket } from "mysql2/promise";

/** Tables that are only ever added to: what happened is not rewritten, not by a mistake in the web process either. */
const APPEND_ONLY: ReadonlySet<string> = new Set(["job_event", "craft_change", "stock_move"]);
/** Tables that only migrations write. */
const READ_ONLY: ReadonlySet<string> = new Set(["migration"]);

/**
 * Says what the web's account may do with each table: rows are read and written, tables are not altered, and history is not
 * changed. Run as the owner, after the migrations.
 *
 * @param owner - The owner's connection, in the shop's database.
 * @param account - The web's account, as in "pitstopa@127.0.0.1".
 */
export async function grantTables(owner: Pool, account: string): Promise<void> {
  const at = account.lastIndexOf("@");
  const who = `${owner.escape(account.slice(0, at))}@${owner.escape(account.slice(at + 1))}`;
  const [tables] = await owner.query<RowDataPacket[]>(
    "SELECT table_name AS name FROM information_schema.tables WHERE table_schema = DATABASE()",
  );
  for (const { name } of tables) {
    const table = String(name);
    const may = READ_ONLY.has(table)
      ? "SELECT"
      : APPEND_ONLY.has(table)
        ? "SELECT, INSERT"
        : "SELECT, INSERT, UPDATE, DELETE";
    await owner.query(`GRANT ${may} ON ${owner.escapeId(table)} TO ${who}`);
  }
}
