import { join } from "node:path";
import { root } from "../lib/paths.mjs";
import { markdownTable } from "../lib/report.mjs";
import { need } from "../lib/run.mjs";
import { say } from "../lib/say.mjs";

/** Replays the stories of tests/replays: the suspect in front, and the engine's advice against the order as told. */
export async function measureReplays() {
  const stories = join(root, "tests/replays");
  const replays = JSON.parse(
    await need("The replays", process.execPath, [join(root, "dist/benchmarkReplays.mjs"), stories]),
  );
  say(`\n== Replays of ${replays.length} stories, each ten times by the engine's advice`);
  const head = ["Story", "Cause", "In front", "Told: checks", "min", "Advised: checks", "min", "needless repairs"];
  const number = (value) => value.toFixed(1);
  const rows = replays.map(({ title, causes, leader, leaderProbability, bestSet, told, advised }) => [
    title,
    causes.join(" + ") || "not in the library",
    causes.length === 1
      ? `${leader} ${Math.round(leaderProbability * 100)} %`
      : bestSet.join(" + ") || `none (${leader} ${Math.round(leaderProbability * 100)} %)`,
    told.checks,
    number(told.minutes),
    ...(advised ? [number(advised.checks), number(advised.minutes), number(advised.wrongRepairs)] : ["", "", ""]),
  ]);
  const withCause = replays.filter(({ advised }) => advised);
  const mean = (of) => number(withCause.reduce((sum, replay) => sum + of(replay), 0) / withCause.length);
  rows.push([
    "Mean where the cause is in the library",
    "",
    "",
    mean(({ told }) => told.checks),
    mean(({ told }) => told.minutes),
    mean(({ advised }) => advised.checks),
    mean(({ advised }) => advised.minutes),
    mean(({ advised }) => advised.wrongRepairs),
  ]);
  say(markdownTable(head, rows));
}
