import "server-only";
import { type ResultSetHeader, type RowDataPacket } from "mysql2/promise";
import * as v from "valibot";
import { type Board } from "@/core/refit/wiring/board";
import { SHIPPED_BOARDS } from "@/core/refit/shelf/shippedBoards";
import { type Db } from "@/server/db";
import { NotFoundError } from "@/server/errors";
import { BoardFile } from "./board.schema";

/** A board file as the shop lists it. */
export interface ListedBoard {
  name: string;
  /** 0 for one that came with the shop and was never changed. */
  version: number;
  source: string;
  savedAt: Date | null;
  savedBy: string;
}

const LIST = `
  SELECT f.name, x.version, x.source, x.created_at, p.display_name
    FROM board_file AS f
    JOIN board_file_version AS x ON x.board_id = f.id
    JOIN person AS p ON p.id = x.person_id
   WHERE x.version = (SELECT MAX(y.version) FROM board_file_version AS y WHERE y.board_id = f.id)
   ORDER BY f.name
   LIMIT 500`;

/** Every board by its name, with its newest version: those of the shop, and those that came with it. */
export async function listBoards(db: Db): Promise<ListedBoard[]> {
  const [rows] = await db.execute<RowDataPacket[]>(LIST);
  const own = rows.map((row): ListedBoard => ({
    name: row.name as string,
    version: row.version as number,
    source: row.source as string,
    savedAt: row.created_at as Date,
    savedBy: row.display_name as string,
  }));
  const shipped = SHIPPED_BOARDS.filter(({ name }) => !own.some((each) => each.name === name)).map(
    ({ name }): ListedBoard => ({ name, version: 0, source: "came with the shop", savedAt: null, savedBy: "" }),
  );
  return [...own, ...shipped].sort((a, b) => a.name.localeCompare(b.name));
}

const FIND = `
  SELECT x.content
    FROM board_file AS f
    JOIN board_file_version AS x ON x.board_id = f.id
   WHERE f.name = ?
   ORDER BY x.version DESC
   LIMIT 1`;

/** The newest version of a board. @throws {NotFoundError} */
export async function getBoardFile(db: Db, name: string): Promise<Board> {
  const [rows] = await db.execute<RowDataPacket[]>(FIND, [name]);
  if (rows[0]) return v.parse(BoardFile, JSON.parse(String(rows[0].content)));
  const shipped = SHIPPED_BOARDS.find((each) => each.name === name);
  if (!shipped) throw new NotFoundError(`Board ${name}`);
  return shipped;
}

/** One version of a board file. */
export type BoardVersion = Omit<ListedBoard, "name">;

const VERSIONS = `
  SELECT x.version, x.source, x.created_at, p.display_name
    FROM board_file AS f
    JOIN board_file_version AS x ON x.board_id = f.id
    JOIN person AS p ON p.id = x.person_id
   WHERE f.name = ?
   ORDER BY x.version DESC
   LIMIT 200`;

/** Every version of a board, newest first; the one that came with the shop is version 0. @throws {NotFoundError} */
export async function listBoardVersions(db: Db, name: string): Promise<BoardVersion[]> {
  const [rows] = await db.execute<RowDataPacket[]>(VERSIONS, [name]);
  const own = rows.map((row): BoardVersion => ({
    version: row.version as number,
    source: row.source as string,
    savedAt: row.created_at as Date,
    savedBy: row.display_name as string,
  }));
  const isShipped = SHIPPED_BOARDS.some((each) => each.name === name);
  if (own.length === 0 && !isShipped) throw new NotFoundError(`Board ${name}`);
  return isShipped ? [...own, { version: 0, source: "came with the shop", savedAt: null, savedBy: "" }] : own;
}

const GET_VERSION = `
  SELECT x.content
    FROM board_file AS f
    JOIN board_file_version AS x ON x.board_id = f.id
   WHERE f.name = ? AND x.version = ?`;

/** A board as one of its versions has it. @throws {NotFoundError} */
export async function getBoardVersion(db: Db, name: string, version: number): Promise<Board> {
  const shipped = version === 0 ? SHIPPED_BOARDS.find((each) => each.name === name) : undefined;
  if (shipped) return shipped;
  const [rows] = await db.execute<RowDataPacket[]>(GET_VERSION, [name, version]);
  if (!rows[0]) throw new NotFoundError(`Version ${version} of board ${name}`);
  return v.parse(BoardFile, JSON.parse(String(rows[0].content)));
}

const INSERT_NAME = "INSERT INTO board_file (name) VALUES (?) ON DUPLICATE KEY UPDATE id = LAST_INSERT_ID(id)";
const INSERT_VERSION = `
  INSERT INTO board_file_version (board_id, version, source, content, person_id, created_at)
  SELECT ?, COALESCE(MAX(version), 0) + 1, ?, ?, ?, ?
    FROM board_file_version
   WHERE board_id = ?`;

/** Saves a board as the next version of its name. Call in a transaction. */
export async function insertBoardVersion(
  db: Db,
  board: Board,
  source: string,
  personId: number,
  now: Date,
): Promise<void> {
  const [{ insertId }] = await db.execute<ResultSetHeader>(INSERT_NAME, [board.name]);
  await db.execute(INSERT_VERSION, [insertId, source, JSON.stringify(board), personId, now, insertId]);
}
