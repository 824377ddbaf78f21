import { type FlightView, trimmed } from "../FlightView";
import { changeOf, quantileOf, smoothed } from "../signal/rows";

/*
 * Hints: what a log shows that is no fault of a part, or that a hand must confirm. They are sentences beside the verdicts, and hand
 * nothing to the diagnosis.
 */

/** All that there is to say beside the verdicts of a flight. */
export function hintsOf(view: FlightView): string[] {
  if (view.craft !== "multirotor") return [];
  return [washHint(view), heatHint(view), noisyOutputsHint(view)].filter((hint) => hint !== null);
}

/** Sinking faster than this, with little way on, a rotorcraft meets its own wash. Common practice, no published source. */
const SINKS_MS = 1.2;
const LEVEL_MS = 0.4;
/** Leaning further it flies out of its wash. */
const MOST_LEAN_DEG = 20;
const LEAST_SINKING_S = 2;
const LEAST_LEVEL_S = 5;
/** Trade judgement, no published source. */
const WOBBLES_MORE = 2.5;
/** Below this nobody would see it, deg/s. */
const LEAST_WOBBLE = 8;
/** Wash shakes a craft between these, roughly: slower is flying, faster is rotors. */
const WASH_WINDOWS_S = [0.4, 0.03] as const;

/** It wobbles as it comes down through its own wash, and not in level flight. */
export function washHint(view: FlightView): string | null {
  const climb = view.channel("climb") ?? slopeOf(view, "altitude");
  const { roll, pitch } = view.gyro;
  if (!climb || !roll || !pitch) return null;
  const shaking = [roll, pitch].map((rate) => between(rate, view.rateHz, WASH_WINDOWS_S));
  const lean = [view.channel("roll"), view.channel("pitch")];
  const squares = { sinking: 0, level: 0 };
  const rows = { sinking: 0, level: 0 };
  let sunk = 0;
  for (const { from, to } of trimmed(view, view.flights, 1.5)) {
    for (let row = from; row < to; row++) {
      if (lean.some((angle) => angle && Math.abs(angle[row]!) > MOST_LEAN_DEG)) continue;
      const how = climb[row]! < -SINKS_MS ? "sinking" : Math.abs(climb[row]!) < LEVEL_MS ? "level" : null;
      if (!how) continue;
      squares[how] += shaking[0]![row]! ** 2 + shaking[1]![row]! ** 2;
      rows[how]++;
      if (how === "sinking") sunk += climb[row]!;
    }
  }
  if (rows.sinking < LEAST_SINKING_S * view.rateHz || rows.level < LEAST_LEVEL_S * view.rateHz) return null;
  const sinking = Math.sqrt(squares.sinking / rows.sinking);
  const level = Math.sqrt(squares.level / rows.level);
  if (sinking < LEAST_WOBBLE || sinking < WOBBLES_MORE * level) return null;
  return (
    `Sinking at ${(-sunk / rows.sinking).toFixed(1)} m/s it wobbles ${(sinking / level).toFixed(1)} times as much as in level flight ` +
    `(${sinking.toFixed(0)} against ${level.toFixed(0)} deg/s): its own wash. Come down slower or with way on before a part is suspected.`
  );
}

/** A motor or ESC this much above the middle of its peers is looked at. Trade judgement. */
const WARMER_K = 15;
/** Anything this hot is. Common practice, no published source: magnets and solder have their own limits. */
const HOT_C = 90;

/** One of the ESCs or motors with a sensor came down hot. */
export function heatHint(view: FlightView): string | null {
  const last: number[] = [];
  for (let number = 1; view.channel(`esc_temp_${number}`); number++)
    last.push(quantileOf(view.channel(`esc_temp_${number}`)!, 0.98));
  if (last.length === 0) return null;
  const hottest = last.indexOf(Math.max(...last));
  const peers = last.filter((_, at) => at !== hottest).sort((a, b) => a - b);
  const middle = peers[Math.floor(peers.length / 2)];
  const isAlone = middle !== undefined && last[hottest]! - middle > WARMER_K;
  if (!isAlone && last[hottest]! < HOT_C) return null;
  const beside = isAlone ? `, ${(last[hottest]! - middle).toFixed(0)} K above its peers` : "";
  return `ESC ${hottest + 1} came to ${last[hottest]!.toFixed(0)} °C${beside}. Feel it and its motor after a minute's hover, and compare what each draws.`;
}

/** Share of the output that jumps about without moving the craft. Trade judgement, no published source. */
const NOISY = 0.06;
/** Slower the craft follows. */
const JUMPS_WINDOW_S = 0.05;
const LEAST_RATE_HZ = 90;

/** Outputs jump faster than a craft can follow: that warms motors. */
export function noisyOutputsHint(view: FlightView): string | null {
  if (view.rateHz < LEAST_RATE_HZ || view.motors.length === 0) return null;
  const flights = trimmed(view, view.flights, 1.5);
  const shares = view.motors.map((output) => {
    const slow = smoothed(output, Math.max(3, Math.round(JUMPS_WINDOW_S * view.rateHz)));
    let [squares, sum, rows] = [0, 0, 0];
    for (const { from, to } of flights)
      for (let row = from; row < to; row++) {
        squares += (output[row]! - slow[row]!) ** 2;
        sum += output[row]!;
        rows++;
      }
    return rows > 0 ? Math.sqrt(squares / rows) / (sum / rows) : 0;
  });
  const most = Math.max(...shares);
  if (!(most > NOISY)) return null;
  return (
    `Output ${shares.indexOf(most) + 1} jumps by ± ${(most * 100).toFixed(0)} % of itself faster than the craft can follow: that warms motors. ` +
    `Feel them after a minute's hover; look for a prop, a bell or a screw before filters and gains.`
  );
}

/** What is faster than one window and slower than another. */
function between(values: Float64Array, rateHz: number, [slowS, fastS]: readonly [number, number]): Float64Array {
  const slow = smoothed(values, Math.round(slowS * rateHz));
  const fast = smoothed(values, Math.max(1, Math.round(fastS * rateHz)));
  return fast.map((value, row) => value - slow[row]!);
}

/** Change of a height a second, over a second. */
function slopeOf(view: FlightView, role: string): Float64Array | null {
  const height = view.channel(role);
  return height && changeOf(smoothed(height, Math.round(0.5 * view.rateHz)), view.rateHz, Math.round(view.rateHz));
}
