import FFT from "fft.js";
import Papa from "papaparse";
import { judgeLog } from "../../core/flightlog/judgeLog";
import { flightLogOf } from "../../core/flightlog/reading/flightLogOf";
import { LogReader, type RawLog } from "../../core/flightlog/reading/LogReader";
import { hann, startsIn, welch } from "../../core/flightlog/signal/spectrum";
import { seededRandom } from "../../sim/random";

// How fast a log of 100 MB is read and judged, beside a general reader of tables; and spectra beside the plain way. Prints JSON.

const BYTES = 100e6;
const COLUMNS = (
  "time [s],gyro roll [deg/s],gyro pitch [deg/s],gyro yaw [deg/s],setpoint roll [deg/s],setpoint pitch [deg/s],setpoint yaw [deg/s]," +
  "roll [deg],pitch [deg],heading [deg],acc x [g],acc y [g],acc z [g],motor 1 [%],motor 2 [%],motor 3 [%],motor 4 [%]," +
  "motor 1 speed [rpm],motor 2 speed [rpm],motor 3 speed [rpm],motor 4 speed [rpm],throttle [%],pack [V],current [A]"
).split(",");
const SIZES = [0, 60, 60, 40, 50, 50, 40, 20, 20, 180, 0.3, 0.3, 1, 40, 40, 40, 40, 9000, 9000, 9000, 9000, 40, 16, 12];

function fileOf(bytes: number): Uint8Array {
  const random = seededRandom(1);
  const parts: string[] = [`${COLUMNS.join(",")}\n`];
  let length = 0;
  for (let row = 0; length < bytes; row++) {
    const line = `${(row / 2000).toFixed(5)},${SIZES.slice(1)
      .map((size) => (size * (0.8 + 0.4 * random())).toFixed(size > 1000 ? 0 : 3))
      .join(",")}\n`;
    length += line.length;
    parts.push(line);
  }
  return new TextEncoder().encode(parts.join(""));
}

const seconds = (work: () => void) => {
  const begun = performance.now();
  work();
  return (performance.now() - begun) / 1000;
};

const file = fileOf(BYTES);
let raw: RawLog | null = null;
globalThis.gc?.();
const before = process.memoryUsage();
let peak = 0;
const read = () => {
  raw = null; // the last reading's columns are no part of this one's
  globalThis.gc?.();
  const reader = new LogReader();
  for (let at = 0; at < file.length; at += 4e6) {
    reader.push(file.subarray(at, at + 4e6));
    const { heapUsed, arrayBuffers } = process.memoryUsage();
    peak = Math.max(peak, heapUsed + arrayBuffers);
  }
  raw = reader.finish();
};
const own = [seconds(read), seconds(read), seconds(read)];
const peakMb = (peak - before.heapUsed - before.arrayBuffers) / 1e6;
const columnsMb = (raw!.rowCount * COLUMNS.length * 8) / 1e6;

// To the bit: every thousandth line as Number() reads it
const text = new TextDecoder().decode(file);
let [different, compared] = [0, 0];
text.split("\n").forEach((line, at) => {
  if (at === 0 || at % 1000 !== 0 || line === "") return;
  line.split(",").forEach((cell, column) => {
    compared++;
    if (!Object.is(raw!.columns[column]!.values[at - 1], Number(cell))) different++;
  });
});

const table = seconds(() => {
  let rows = 0;
  Papa.parse<Record<string, number>>(text, {
    header: true,
    dynamicTyping: true,
    skipEmptyLines: true,
    chunk: ({ data }: { data: unknown[] }) => {
      rows += data.length;
    },
    complete: () => undefined,
  });
  if (rows !== raw!.rowCount) throw new Error(`${rows} rows against ${raw!.rowCount}`);
});

// Anew each time, as the reading is: the first with code that the machine has not compiled yet
const judged = [1, 2, 3].map(() => seconds(() => void judgeLog(flightLogOf(raw!), {})));

const random = seededRandom(2);
const LENGTH = 2048;
const axes = [0, 1, 2].map(() => Float64Array.from({ length: 600 * 2000 }, () => random() - 0.5));
const together = seconds(() => axes.forEach((axis) => welch(axis, 2000, LENGTH)));
const plain = seconds(() => axes.forEach((axis) => plainWelch(axis)));

/** One transform for each segment, as a textbook writes it. */
function plainWelch(values: Float64Array): Float64Array {
  const fft = new FFT(LENGTH);
  const window = hann(LENGTH);
  const density = new Float64Array(LENGTH / 2 + 1);
  const out = fft.createComplexArray() as number[];
  const starts = startsIn(0, values.length, LENGTH);
  for (const start of starts) {
    const part = Array.from(values.subarray(start, start + LENGTH));
    const mean = part.reduce((sum, each) => sum + each, 0) / LENGTH;
    fft.realTransform(
      out,
      part.map((each, at) => (each - mean) * window[at]!),
    );
    for (let bin = 0; bin <= LENGTH / 2; bin++)
      density[bin]! += (out[2 * bin]! ** 2 + out[2 * bin + 1]! ** 2) / starts.length;
  }
  return density;
}

process.stdout.write(
  `${JSON.stringify({ megabytes: file.length / 1e6, rows: raw!.rowCount, ownS: Math.min(...own), tableS: table, different, compared, peakMb, columnsMb, judgedS: Math.min(...judged), judgedFirstS: judged[0], togetherS: together, plainS: plain })}\n`,
);
