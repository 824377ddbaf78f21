import { join } from "node:path";
import { root } from "../lib/paths.mjs";
import { reportFigure } from "../lib/report.mjs";
import { need } from "../lib/run.mjs";
import { say } from "../lib/say.mjs";

/** How fast a log is read, judged and turned into spectra, beside the plain ways. */
export async function measureLogread() {
  const found = JSON.parse(
    await need("Reading", process.execPath, [
      "--expose-gc",
      "--max-old-space-size=3000",
      join(root, "dist/benchmarkLogread.mjs"),
    ]),
  );
  const {
    megabytes,
    rows,
    ownS,
    tableS,
    different,
    compared,
    peakMb,
    columnsMb,
    judgedS,
    judgedFirstS,
    togetherS,
    plainS,
  } = found;
  say(
    `\n== A log of ${megabytes.toFixed(0)} MB, ${rows} lines, 24 columns: read in ${ownS.toFixed(2)} s; by a general reader of tables, with typing, in ${tableS.toFixed(1)} s`,
  );
  reportFigure("times as fast as the general reader", tableS / ownS, "×", 14, { atLeast: true });
  reportFigure(`figures that differ from Number(), of ${compared}`, different, "", 0);
  reportFigure("peak memory beyond the columns", peakMb - columnsMb, "MB", 50);
  reportFigure("all verdicts, times the reading, each the best of three", judgedS / ownS, "×", 2);
  say(`the first time, with nothing compiled yet: ${(judgedFirstS / ownS).toFixed(2)} ×`);
  reportFigure(
    "spectra of three gyro axes of ten minutes, times as fast as one segment at a time",
    plainS / togetherS,
    "×",
    1.6,
    { atLeast: true },
  );
}
