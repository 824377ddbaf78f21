import { isSecret } from "./secrets";
import { type SettingLine, settingsOf, type Snapshot, textOf } from "./snapshot";

/** What becomes of a setting when its board is swapped. */
export type Fate = "carry" | "calibration" | "alignment" | "ports";

/** Why a setting stays behind. */
export const FATE_WORDS: Readonly<Record<Exclude<Fate, "carry">, string>> = {
  calibration: "belongs to the old board's sensors: calibrate anew",
  alignment: "says how the old board lay: set it from how the new one lies",
  ports: "numbers ports, pins and timers of the old board: set it by the wiring plan",
};

/*
 * Words that settings are named with, common practice without a published source. Looked for between word boundaries, with _ and . as boundaries.
 */
const KEPT_OUT: readonly (readonly [Exclude<Fate, "carry">, RegExp])[] = [
  [
    "calibration",
    /(^|[^a-z])(calib\w*|cal|offsets?|trims?|zero|bias|scale_?factor|gains?_?x|ofs)([^a-z]|$).*|(^|[^a-z])(acc|accel|gyro|mag|compass|baro)\w*[^a-z](x|y|z|cal\w*|off\w*|trim\w*)([^a-z]|$)/,
  ],
  [
    "alignment",
    /(^|[^a-z])(align\w*|orient[a-z]*(?!_?mode)|rotation(?!_(rate|limit|speed))|board_?(roll|pitch|yaw|tilt|turn\w*|upside\w*|flip\w*)|mount(ed|ing)?_?(angle|roll|pitch|yaw))([^a-z]|$)/,
  ],
  [
    "ports",
    /(^|[^a-z])(serial\d*|uart\d*|usart\d*|port\d*|pins?\d*|pad\d*|timers?\d*|dma\d*|adc\d*|resource|i2c\d*|spi\d*)([^a-z]|$)/,
  ],
];

/** The board's own meters of volts and amps: another board divides and amplifies otherwise. */
const METER =
  /(volt|vbat|batt|curr|amp)[a-z]*_.*(scale|divider|multiplier|factor|gain|offset)|(volts?|amps?|mv|ma)_per_/;
/** Centres and trims of surfaces, of a gimbal, of the sticks and of the throttle belong to what stays on the craft or in the hand. */
const OF_WHAT_STAYS =
  /(servo|aileron|elevator|elevon|rudder|swash|tail|surface|flap|gimbal|throttle|stick|(^|[^a-z])(rc|ch|channel)[\d_])/;
/** A timer that counts minutes of flight is none of the board's. */
const OF_TIME = /(flight|alarm|minutes|seconds|interval)/;

/** What becomes of a setting. The sensors' own words are asked for before those of ports. */
export function fateOf({ group, key }: Pick<SettingLine, "group" | "key">): Fate {
  const name = `${group}_${key}`.replace(/([a-z])([A-Z])/g, "$1_$2").toLowerCase();
  if (METER.test(name)) return "calibration";
  const found = KEPT_OUT.find(([, words]) => words.test(name))?.[0] ?? "carry";
  if (found === "calibration" && OF_WHAT_STAYS.test(name)) return "carry";
  return found === "ports" && /timer/.test(name) && OF_TIME.test(name) ? "carry" : found;
}

/** The settings of a snapshot by what becomes of them. */
export interface Carried {
  /** Lines to apply to the new board, as they were written. */
  apply: string;
  carried: number;
  left: { id: string; fate: Exclude<Fate, "carry"> }[];
  /** Ids of secrets among what is carried: they are set by hand, and stand nowhere. */
  secrets: string[];
}

/** Divides a snapshot into what the swap carries and what must stay behind. Groups keep their headings; a secret leaves a remark. */
export function carryOver(snapshot: Snapshot): Carried {
  const settings = settingsOf(snapshot);
  const left: Carried["left"] = [];
  const secrets: string[] = [];
  const lines: string[] = [];
  // What was a piece of JSON or of marks is written as a line of its own.
  const isPieces = snapshot.newline === "";
  const lineOf = (line: SettingLine) =>
    isPieces ? `${[line.group, line.key].filter(Boolean).join(".")} = ${line.value}` : textOf(line);
  let group = "";
  for (const [id, line] of settings) {
    const fate = fateOf(line);
    if (fate !== "carry") {
      left.push({ id, fate });
      continue;
    }
    if (line.group !== group && !isPieces) lines.push(`[${line.group}]`);
    group = line.group;
    if (!isSecret(line)) lines.push(lineOf(line));
    else {
      secrets.push(id);
      lines.push(`# ${line.key} is a secret: set it by hand`);
    }
  }
  return { apply: lines.join(snapshot.newline || "\n"), carried: settings.size - left.length, left, secrets };
}
