import { useMemo, useState } from "react";
import { judgeTable } from "@/core/bench/measure/judgeTable";
import { kindOfTable } from "@/core/bench/measure/kindOfTable";
import { type MeasurementKind, type MeasurementPast } from "@/core/bench/measure/measureColumns";
import { type Columns } from "@/core/series/columns";
import { decodeText } from "@/core/series/decodeText";
import { joinTables } from "@/core/series/joinTables";
import { lookAtTable, readColumns, renameColumn, TableError, type TableLook } from "@/core/series/readColumns";
import { type RunOptions } from "../runs/benchRun";
import { rememberHeading, withKnownHeadings } from "./knownHeadings";
import { reduceRecording } from "./reduceRecording";

/** The table of a wattmeter that knows no throttle; null for any other. */
function withoutThrottle(text: string): Columns | null {
  try {
    const columns = readColumns(text);
    const has = (name: string) => columns.values.has(name);
    return !has("throttle") && has("time") && has("voltage") && has("current") ? columns : null;
  } catch (error) {
    if (error instanceof TableError) return null;
    throw error;
  }
}

/** What a table looks like; null for what is none. */
function lookOf(text: string): TableLook | null {
  try {
    return lookAtTable(text);
  } catch (error) {
    if (error instanceof TableError) return null;
    throw error;
  }
}

/** The text of some files as one table. */
async function textOf(files: readonly File[]): Promise<string> {
  const tables = await Promise.all(
    files.map(async (file) => ({ name: file.name, text: decodeText(new Uint8Array(await file.arrayBuffer())) })),
  );
  return reduceRecording(joinTables(tables));
}

/** Readings as they are typed or taken from files, a table for each kind of measurement, with what they look like and what they say. */
export function useReadings(past: Pick<MeasurementPast, "powerSteps" | "parts">, given: RunOptions) {
  const [problem, setProblem] = useState<string | null>(null);
  const [kind, setKind] = useState<MeasurementKind>("motor");
  const [texts, setTexts] = useState<Partial<Record<MeasurementKind, string>>>({});
  const [options, setOptions] = useState<RunOptions>({ capacityMah: 1500, ...given });
  const text = texts[kind] ?? "";
  const result = useMemo(
    () => (text.trim() ? judgeTable(text, kind, options, past) : null),
    [text, kind, options, past],
  );
  const unmarked = useMemo(() => (kind === "power" ? withoutThrottle(text) : null), [text, kind]);
  const look = useMemo(() => (text.trim() ? lookOf(text) : null), [text]);
  const change = (next: string, of = kind) => {
    setTexts({ ...texts, [of]: next });
    setProblem(null);
  };
  const nameColumn = (column: number, heading: string) => {
    rememberHeading(text, column, heading);
    change(renameColumn(text, column, heading));
  };
  /** Files go to the kind that their columns fit. */
  const take = async (files: readonly File[]) => {
    try {
      const taken = withKnownHeadings(await textOf(files));
      const fitting = kindOfTable((lookOf(taken)?.columns ?? []).flatMap(({ name }) => name ?? [])) ?? kind;
      setKind(fitting);
      change(taken, fitting);
    } catch (error) {
      if (!(error instanceof TableError)) throw error;
      setProblem(error.message);
    }
  };
  return { kind, setKind, text, change, take, options, setOptions, result, unmarked, look, nameColumn, problem };
}

/** What `useReadings` gives. */
export type Readings = ReturnType<typeof useReadings>;
