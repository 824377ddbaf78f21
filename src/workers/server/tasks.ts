import { judgeTable } from "../../core/bench/measure/judgeTable";
import {
  type MeasurementKind,
  type MeasurementOptions,
  type MeasurementPast,
} from "../../core/bench/measure/measureColumns";
import { readRun } from "../../core/bench/run/readRun";
import { writeRunFile } from "../../core/bench/run/runFile";
import { seriesOfChunks, type StoredChunk, workOutRun } from "../../core/bench/run/workOutRun";
import { cutToRange } from "../../core/series/series";
import { craftSvg } from "../../features/craft/drawing/craftSvg";
import { diagnoseTask, wake } from "./diagnoseTask";
import { drawPdf } from "./drawPdf";
import { explainTask, planTask } from "./planTask";
import { readSettings } from "./settingsTask";

/** A stored run to be written as a file, or a stretch of it. */
interface RunToWrite {
  head: Parameters<typeof writeRunFile>[0];
  chunks: readonly StoredChunk[];
  fromS: number;
  toS: number;
  remarks: readonly string[];
}

/**
 * What the server's worker pool does, by name. Each takes and gives plain data. A failure that the person can mend is a value:
 * an error that crosses a thread keeps its message and loses its class.
 */
export const TASKS = {
  diagnose: diagnoseTask,
  judgeTable: (table: {
    text: string;
    kind: MeasurementKind;
    options: MeasurementOptions;
    past: Pick<MeasurementPast, "powerSteps" | "parts">;
  }) => judgeTable(table.text, table.kind, table.options, table.past),
  readRun,
  workOutRun,
  writeRun: ({ head, chunks, fromS, toS, remarks }: RunToWrite) =>
    writeRunFile(head, cutToRange(seriesOfChunks(chunks), fromS, toS), remarks),
  drawPdf,
  planWiring: planTask,
  explainWire: explainTask,
  readSettings,
  craftSvg,
  wake,
} as const;

/** The tasks with what they take and give. */
export type Tasks = typeof TASKS;
export type TaskName = keyof Tasks;

/** What a worker is sent. */
export interface TaskCall {
  task: TaskName;
  input: unknown;
}
