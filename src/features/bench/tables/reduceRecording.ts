import Papa from "papaparse";
import { reduceAcceleration } from "@/core/bench/measure/motors/reduceAcceleration";
import { CHANNELS } from "@/core/series/channels";
import { CoreInputError } from "@/core/CoreInputError";
import { readColumns, TableError } from "@/core/series/readColumns";

/** Digits that hold more than any instrument of a bench gives. */
const DIGITS = 7;

/**
 * Turns the table of a fast accelerometer recording, tens of thousands of lines, into the few readings made of it, so that what
 * is judged can be read, kept and sent.
 *
 * @returns The table as it was when it is no such recording, or cannot be reduced: the verdict then says why.
 */
export function reduceRecording(text: string): string {
  if (!/^[^\n]*\bacceleration\b/im.test(text.slice(0, 2000))) return text;
  try {
    const columns = readColumns(text);
    const { values } = reduceAcceleration(columns);
    const names = [...values.keys()].filter((name) => name in CHANNELS || name === "motor");
    const rows = values.get(names[0]!)!.length;
    return [
      `# ${rows} readings of half a second, made of ${columns.values.get("acceleration")?.length ?? 0} lines with acceleration`,
      Papa.unparse(
        [
          names.map((name) => (name === "motor" ? name : `${name} [${CHANNELS[name]!.unit}]`)),
          ...Array.from({ length: rows }, (_, row) =>
            names.map((name) => Number(values.get(name)![row]!.toPrecision(DIGITS))),
          ),
        ],
        { newline: "\n" },
      ),
    ].join("\n");
  } catch (error) {
    if (error instanceof CoreInputError || error instanceof TableError) return text;
    throw error;
  }
}
