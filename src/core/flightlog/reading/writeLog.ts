import { LOG_FILE_MARK } from "../channels/ownColumns";
import { unitOfRole } from "../channels/roles";

/** Lines that are put into one piece of text. */
const LINES_AT_A_TIME = 20_000;

/**
 * Writes a log as CSV in pieces: a remark, headings with units, a line for each row; a row without a figure has an empty cell. Read
 * again it has the same channels, each figure to twelve digits.
 *
 * @param channels - By role, the clock first, all of one length and in the units of their roles.
 */
export function* writeLog(channels: ReadonlyMap<string, Float64Array>): Generator<string> {
  const columns = [...channels.values()];
  const headings = [...channels.keys()].map((role) => (unitOfRole(role) ? `${role} [${unitOfRole(role)}]` : role));
  yield `${LOG_FILE_MARK}\n${headings.join(",")}\n`;
  const rowCount = columns[0]?.length ?? 0;
  for (let from = 0; from < rowCount; from += LINES_AT_A_TIME) {
    const lines: string[] = [];
    for (let row = from; row < Math.min(rowCount, from + LINES_AT_A_TIME); row++)
      lines.push(columns.map((column) => figureText(column[row]!)).join(","));
    yield `${lines.join("\n")}\n`;
  }
}

function figureText(value: number): string {
  return Number.isFinite(value) ? String(Number(value.toPrecision(12))) : "";
}
