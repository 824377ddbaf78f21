import "server-only";
import { type RowDataPacket } from "mysql2/promise";
import * as v from "valibot";
import { type Board } from "@/core/refit/wiring/board";
import { type BoardDifference, boardDifferences, type Pick, settledBoard } from "@/core/refit/wiring/boardDifferences";
import { type Db } from "@/server/db";
import { BoardFile } from "./board.schema";
import { getBoardFile } from "./boardRepository";

/** What two sources say of one board, and what was settled between them. */
export interface BoardSources {
  first: Board;
  /** null for a board with one source. */
  second: { board: Board; source: string } | null;
  differences: BoardDifference[];
  settled: Readonly<Record<string, Pick>>;
}

const FIND_SECOND = "SELECT source, content FROM board_second_source WHERE board_name = ?";
const LIST_SETTLED = "SELECT difference_key, pick FROM board_settlement WHERE board_name = ?";

/** Both sources of a board. @throws {NotFoundError} */
export async function getBoardSources(db: Db, name: string): Promise<BoardSources> {
  const first = await getBoardFile(db, name);
  const [[row]] = await db.execute<RowDataPacket[]>(FIND_SECOND, [name]);
  if (!row) return { first, second: null, differences: [], settled: {} };
  const board = v.parse(BoardFile, JSON.parse(String(row.content)));
  const [rows] = await db.execute<RowDataPacket[]>(LIST_SETTLED, [name]);
  return {
    first,
    second: { board, source: row.source as string },
    differences: boardDifferences(first, board),
    settled: Object.fromEntries(rows.map(({ difference_key, pick }) => [difference_key as string, pick as Pick])),
  };
}

/** The board to plan with: the first source, with what was settled for the second. @throws {NotFoundError} */
export async function getSettledBoard(db: Db, name: string): Promise<Board> {
  const { first, second, settled } = await getBoardSources(db, name);
  return second ? settledBoard(first, second.board, settled) : first;
}

const PUT_SECOND = `
  INSERT INTO board_second_source (board_name, source, content, person_id, created_at)
  VALUES (?, ?, ?, ?, ?)
      ON DUPLICATE KEY UPDATE source = VALUES(source), content = VALUES(content), person_id = VALUES(person_id),
                              created_at = VALUES(created_at)`;

/** Keeps a second source of a board, in place of the one before. */
export async function putSecondSource(
  db: Db,
  board: Board,
  source: string,
  personId: number,
  now: Date,
): Promise<void> {
  await db.execute(PUT_SECOND, [board.name, source, JSON.stringify(board), personId, now]);
}

const PUT_SETTLEMENT = `
  INSERT INTO board_settlement (board_name, difference_key, pick, is_metered, reason, person_id, created_at)
  VALUES (?, ?, ?, ?, ?, ?, ?)
      ON DUPLICATE KEY UPDATE pick = VALUES(pick), is_metered = VALUES(is_metered), reason = VALUES(reason),
                              person_id = VALUES(person_id), created_at = VALUES(created_at)`;

/** Settles one difference. */
export async function putSettlement(
  db: Db,
  settlement: { name: string; key: string; pick: Pick; isMetered: boolean; reason: string },
  personId: number,
  now: Date,
): Promise<void> {
  const { name, key, pick, isMetered, reason } = settlement;
  await db.execute(PUT_SETTLEMENT, [name, key, pick, isMetered, reason, personId, now]);
}
