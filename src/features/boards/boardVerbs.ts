import "server-only";
import { type Board } from "@/core/refit/wiring/board";
import { type BoardDifference, boardDifferences, factDifferences } from "@/core/refit/wiring/boardDifferences";
import { withTransaction } from "@/server/db";
import { AppError } from "@/server/errors";
import { hasRole } from "@/server/person";
import { requireRole, type VerbContext } from "@/server/verbs/verbContext";
import { type ImportBoardInput } from "./boards.schema";
import { getBoardSources, putSecondSource } from "./boardSources";
import {
  type BoardVersion,
  getBoardFile,
  getBoardVersion,
  insertBoardVersion,
  listBoards,
  listBoardVersions,
  type ListedBoard,
} from "./boardRepository";
import { readBoardFile } from "./readBoardFile";

/** Problems that a person reads at once. */
const SHOWN_PROBLEMS = 8;

/** A board in the list, with what tells it from another. */
export interface ShownBoard extends ListedBoard {
  padCount: number;
  serialPorts: number;
  outputs: number;
  rails: string;
  /** Where a second source is there: what it disagrees in, and how much of that is settled. */
  disputed: { source: string; differences: number; settled: number } | null;
}

export interface BoardsPageData {
  boards: ShownBoard[];
  mayEdit: boolean;
}

/** The shop's board files. @throws {AppError} `forbidden` */
export async function getBoardsPage(context: VerbContext): Promise<BoardsPageData> {
  requireRole(context, "viewer");
  const listed = await listBoards(context.pool);
  const boards = await Promise.all(
    listed.map(async (each) => {
      const { first, second, differences, settled } = await getBoardSources(context.pool, each.name);
      const disputed = second && {
        source: second.source,
        differences: differences.length,
        settled: differences.filter(({ key }) => settled[key]).length,
      };
      return { ...each, ...summaryOf(first), disputed };
    }),
  );
  return { boards, mayEdit: hasRole(context.person, "technician") };
}

/** A board's versions, and two of them held against each other. */
export interface BoardHistoryData {
  name: string;
  versions: BoardVersion[];
  /** Null where there is one version only. */
  compared: { earlier: number; later: number; differences: Omit<BoardDifference, "touches">[] } | null;
}

/**
 * A board's versions side by side: the two that are asked for, or the newest and the one before it.
 *
 * @throws {AppError} `forbidden`; {NotFoundError} for a board or a version that is not there
 */
export async function getBoardHistory(
  context: VerbContext,
  name: string,
  asked: { earlier?: number | undefined; later?: number | undefined } = {},
): Promise<BoardHistoryData> {
  requireRole(context, "viewer");
  const versions = await listBoardVersions(context.pool, name);
  if (versions.length < 2) return { name, versions, compared: null };
  const later = asked.later ?? versions[0]!.version;
  const earlier = asked.earlier ?? versions.find(({ version }) => version < later)?.version ?? versions.at(-1)!.version;
  const [before, after] = await Promise.all(
    [earlier, later].map((version) => getBoardVersion(context.pool, name, version)),
  );
  return {
    name,
    versions,
    compared: {
      earlier,
      later,
      differences: [...boardDifferences(before!, after!), ...factDifferences(before!, after!)],
    },
  };
}

function summaryOf({ pads, ports, rails }: Board): Pick<ShownBoard, "padCount" | "serialPorts" | "outputs" | "rails"> {
  return {
    padCount: pads.length,
    serialPorts: ports.filter(({ kind }) => kind === "serial").length,
    outputs: pads.filter(({ uses }) => uses.some((use) => use.function === "output")).length,
    rails: rails.map(({ id, maxA }) => `${id} ${maxA} A`).join(", "),
  };
}

/** A board as a file. @throws {AppError} `forbidden`; {NotFoundError} */
export async function exportBoard(context: VerbContext, name: string): Promise<Board> {
  requireRole(context, "viewer");
  return getBoardFile(context.pool, name);
}

/**
 * Takes a board file in, as the next version of its name; what was planned with an earlier one keeps its copy. A second source stands beside
 * the first until each difference is settled.
 *
 * @throws {AppError} `forbidden`, `invalid_input` with the line of each thing that is wrong; {NotFoundError} for a second source of a board that
 *   is not there
 */
export async function importBoard(
  context: VerbContext,
  { text, source, isSecondSource }: ImportBoardInput,
): Promise<{ name: string }> {
  requireRole(context, "technician");
  const read = readBoardFile(text);
  if (!read.ok) {
    const shown = read.problems.slice(0, SHOWN_PROBLEMS).map(({ line, problem }) => `Line ${line}: ${problem}`);
    const more = read.problems.length > SHOWN_PROBLEMS ? ` And ${read.problems.length - SHOWN_PROBLEMS} more.` : "";
    throw new AppError("invalid_input", `${shown.join(" ")}${more}`);
  }
  const { pool, person, now } = context;
  await withTransaction(pool, async (db) => {
    if (!isSecondSource) return insertBoardVersion(db, read.value, source, person.id, now);
    await getBoardFile(db, read.value.name);
    await putSecondSource(db, read.value, source, person.id, now);
  });
  return { name: read.value.name };
}
