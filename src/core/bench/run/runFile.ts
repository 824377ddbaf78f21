import Papa from "papaparse";
import { CoreInputError } from "../../CoreInputError";
import { channelOf, CHANNELS } from "../../series/channels";
import { type ProfileStep } from "./profile";
import { type RunKind, RUN_KINDS } from "./runKinds";
import { sampleCount, type Series } from "../../series/series";

/** First line of a run's file. */
export const RUN_FILE_MARK = "# pitstopa-run/1";

/** What a run's file says above its table; a file from elsewhere says nothing. */
export interface RunHead {
  kind: RunKind | null;
  profile: unknown;
  limits: unknown;
  options: unknown;
}

/**
 * Writes a run as CSV: remarks with what it was, then one line for each sample, each column named with its unit.
 *
 * @param remarks - Further lines for people, such as craft and instruments.
 */
export function writeRunFile(
  head: { kind: RunKind; profile: readonly ProfileStep[]; limits: object; options: object },
  series: Series,
  remarks: readonly string[] = [],
): string {
  const names = ["time", ...Object.keys(series).filter((name) => name !== "time")];
  const titles = names.map((name) => plainCell(`${name} [${channelOf(name).unit}]`));
  const rows = Array.from({ length: sampleCount(series) }, (_, at) =>
    names.map((name) => numberText(series[name]![at]!, channelOf(name).decimals)),
  );
  return [
    RUN_FILE_MARK,
    ...remarks.map((remark) => `# ${plainCell(remark.replace(/\s+/g, " "))}`),
    `# kind: ${head.kind}`,
    `# profile: ${JSON.stringify(head.profile)}`,
    `# limits: ${JSON.stringify(head.limits)}`,
    `# options: ${JSON.stringify(head.options)}`,
    Papa.unparse([titles, ...rows], { newline: "\n" }),
    "",
  ].join("\n");
}

function numberText(value: number, decimals: number): string {
  return Number.isFinite(value) ? String(Number(value.toFixed(decimals + 3))) : "";
}

/**
 * Reads what stands above the table of a run's file.
 *
 * @throws {CoreInputError} `out_of_range` for a file that says it is a run's and is damaged.
 */
export function readRunHead(text: string): RunHead | null {
  if (!text.trimStart().startsWith(RUN_FILE_MARK)) return null;
  const line = (name: string) => new RegExp(`^# ${name}: (.*)$`, "m").exec(text)?.[1] ?? null;
  const json = (name: string): unknown => {
    try {
      return JSON.parse(line(name) ?? "null") as unknown;
    } catch {
      throw new CoreInputError("out_of_range", `The line “# ${name}:” of this run's file is damaged.`);
    }
  };
  return {
    kind: RUN_KINDS.find((kind) => kind === line("kind")) ?? null,
    profile: json("profile"),
    limits: json("limits"),
    options: json("options"),
  };
}

/**
 * Makes a run of a table.
 *
 * @param columns - By name, in SI.
 * @throws {CoreInputError} `missing_column` without a time column, `too_few_points` below two samples; `out_of_range` when the time runs backwards or a
 *   column is no channel.
 */
export function seriesOfColumns(columns: ReadonlyMap<string, readonly number[]>): Series {
  const time = columns.get("time");
  if (!time) throw new CoreInputError("missing_column", "A run needs a column “time [s]”.");
  if (time.length < 2) throw new CoreInputError("too_few_points", "A run needs at least two lines.");
  const back = time.findIndex((value, at) => at > 0 && value < time[at - 1]!);
  if (back > 0)
    throw new CoreInputError(
      "out_of_range",
      `The time runs backwards in line ${back + 2}: sort the lines, or split two runs.`,
    );
  const unknown = [...columns.keys()].filter((name) => !CHANNELS[name]);
  if (unknown.length > 0)
    throw new CoreInputError(
      "out_of_range",
      `No channel is called ${unknown.map((name) => `“${name}”`).join(", ")}. There are: ${Object.keys(CHANNELS).slice(0, 16).join(", ")}, cell1 to cell14.`,
    );
  const startS = time[0]!;
  const none = time.map(() => 0);
  return {
    ...Object.fromEntries(columns),
    time: time.map((value) => value - startS),
    throttle: columns.get("throttle") ?? none,
  };
}

/** A profile read off what was commanded: one step for each stretch at one throttle, motor and pulse. */
export function profileOf(series: Series): { profile: ProfileStep[]; step: number[] } {
  const { time = [], throttle = [], output, pulse } = series;
  const profile: ProfileStep[] = [];
  const step: number[] = [];
  let startS = 0;
  const key = (at: number) => `${throttle[at]}/${output?.[at] ?? 0}/${pulse?.[at] ?? ""}`;
  time.forEach((timeS, at) => {
    if (at === 0 || key(at) !== key(at - 1)) {
      if (profile.length > 0) profile.at(-1)!.holdS = Math.max(0.1, timeS - startS);
      startS = timeS;
      const one = output?.[at] ? ` motor ${output[at]}` : "";
      profile.push({
        name: `${Math.round(throttle[at]! * 100)} %${one}`,
        throttle: throttle[at]!,
        holdS: 0.1,
        ...(output?.[at] && { output: output[at] }),
        ...(pulse && { pulseS: pulse[at]! }),
      });
    }
    step.push(profile.length - 1);
  });
  if (profile.length > 0) profile.at(-1)!.holdS = Math.max(0.1, time.at(-1)! - startS);
  return { profile, step };
}

/** Text that no spreadsheet takes for a formula, in none of the cells that it may cut it into. */
function plainCell(text: string): string {
  return text.replace(/(^|[,;\t])(\s*)(?=[=+@-])/g, "$1$2'");
}
