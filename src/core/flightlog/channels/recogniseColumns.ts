import { type RawColumn } from "../reading/ReadingTable";
import { type ColumnFacts, factsOf } from "./columnFacts";
import { type HeadingParts, partsOfHeading } from "./headingParts";
import * as say from "./lexicon";
import { findLogUnit, type LogQuantity } from "./logUnits";
import { type Axis, AXES, quantityOfRole } from "./roles";
import { PLACE_STEP, type Scale, scaleFor } from "./scales";

/** What a column was taken for. A reading in the role's unit is (figure + offset) · scale. */
export interface ColumnUse extends Scale {
  column: number;
  heading: string;
  role: string;
  /** By what: its heading, or its figures. */
  by: "heading" | "figures" | "hand";
  /** True where somebody said that its sign is the other way round than it was put. */
  isTurned?: boolean;
}

interface Column {
  at: number;
  parts: HeadingParts;
  facts: ColumnFacts;
  quantity: LogQuantity | null;
  axis: Axis | null;
  isText: boolean;
}

interface Claim {
  at: number;
  role: string;
  score: number;
  by: "heading" | "figures";
}

/**
 * Says what each column of a log is, by the words and the unit of its heading, its like-named neighbours, and its figures.
 *
 * @returns One use for each column that was understood, each role once; motors are numbered from 1 in the order of their columns.
 */
export function recogniseColumns(raw: readonly RawColumn[]): ColumnUse[] {
  const headings = new Set(raw.map(({ heading }) => heading.trim()));
  const columns = withAxes(raw.map((column, at) => columnOf(column, at, headings)));
  const claims = columns.flatMap((column) => claimsOf(column, columns));
  const taken = assign([...claims, ...groupClaims(columns, assign(claims))]);
  return alike(
    taken.map(({ at, role, by }) => {
      const { parts, facts } = columns[at]!;
      return { column: at, heading: raw[at]!.heading, role, by, ...scaleFor(role, parts, facts) };
    }),
  );
}

/** One recorder writes all rates in one unit: where figures had to say it, the clearest of them says it for all. */
function alike(uses: ColumnUse[]): ColumnUse[] {
  const isGuessedRate = ({ role, isGuessed }: ColumnUse) => isGuessed && quantityOfRole(role) === "rate";
  const radians = uses.find((use) => isGuessedRate(use) && use.unit === "rad/s");
  return radians
    ? uses.map((use) => (isGuessedRate(use) ? { ...use, unit: radians.unit, scale: radians.scale } : use))
    : uses;
}

function columnOf({ heading, unitBelow, values, codes }: RawColumn, at: number, all: ReadonlySet<string>): Column {
  const parts = partsOfHeading(heading, unitBelow, all.has(heading.trim().replace(/[AC]$/, "B")));
  const isField = parts.words.some((word) => say.FIELD_WORDS.has(word));
  const quantity = parts.unit === null ? null : (findLogUnit(parts.unit, isField)?.quantity ?? null);
  const facts = factsOf(values);
  return { at, parts, facts, quantity, axis: null, isText: codes !== null && facts.count < values.length / 4 };
}

const LETTERS: Readonly<Record<string, Axis>> = { x: "roll", y: "pitch", z: "yaw" };
const RPY: Readonly<Record<string, Axis>> = { r: "roll", p: "pitch", y: "yaw" };
const PQR: Readonly<Record<string, Axis>> = { p: "roll", q: "pitch", r: "yaw" };

/** Which axis each column speaks of: by a word, or by a letter that its neighbours explain. */
function withAxes(columns: Column[]): Column[] {
  const bare = columns.map((column) => ({ column, ...lastLetterOf(column.parts) }));
  return bare.map(({ column, stem, letter }) => {
    const lettered = letter === null ? null : axisOfLetter(letter, siblingsOf(bare, stem));
    const named = BY_WORD.find((axis) => column.parts.words.some((word) => say.AXIS_WORDS[axis].has(word)));
    // “compass x” is no heading
    if (named && !(lettered && column.quantity === "field")) return { ...column, axis: named };
    const { index } = column.parts;
    if (index !== null && index < 3 && !hasMany(columns, column)) return { ...column, axis: AXES[index]! };
    if (!lettered) return column;
    return { ...column, axis: lettered, parts: { ...column.parts, words: [...stem.split(" "), letter!] } };
  });
}

/** A heading is looked for before a nose: “nose direction” is one. */
const BY_WORD = ["roll", "yaw", "pitch"] as const satisfies readonly Axis[];

function siblingsOf(all: readonly { stem: string; letter: string | null }[], stem: string): ReadonlySet<string> {
  return new Set(all.flatMap((other) => (other.stem === stem && other.letter !== null ? [other.letter] : [])));
}

/** What a last letter means beside those of its like. */
function axisOfLetter(letter: string, siblings: ReadonlySet<string>): Axis | null {
  const has = (letters: string) => [...letters].every((each) => siblings.has(each));
  const alphabet = has("pqr") ? PQR : siblings.has("x") || siblings.has("z") ? LETTERS : has("rp") ? RPY : null;
  return alphabet?.[letter] ?? null;
}

/** More than three of one name with a number are no axes. */
function hasMany(columns: readonly Column[], { parts }: Column): boolean {
  const stem = parts.words.join(" ");
  return columns.filter((other) => other.parts.index !== null && other.parts.words.join(" ") === stem).length > 3;
}

/** “gyr x”, “GR”, “P”: what stands before the last letter, and that letter. */
function lastLetterOf({ words }: HeadingParts): { stem: string; letter: string | null } {
  const last = words.at(-1) ?? "";
  const before = words.slice(0, -1).join(" ");
  if (/^[rpyxzq]$/.test(last)) return { stem: before, letter: last };
  const fused = /^([a-z]{1,4})([rpyxzq])$/.exec(last);
  if (fused && words.length === 1) return { stem: fused[1]!, letter: fused[2]! };
  return { stem: words.join(" "), letter: null };
}

/** Everything that one column may be by its own heading and figures. */
function claimsOf(column: Column, columns: readonly Column[]): Claim[] {
  const { parts, facts, quantity, axis, at } = column;
  const has = (set: ReadonlySet<string>) => parts.words.some((word) => set.has(word)) || set.has(parts.words.join(""));
  const claims: Claim[] = [];
  const claim = (role: string, score: number, by: Claim["by"] = "heading") => claims.push({ at, role, score, by });
  if (column.isText) {
    claim("mode", has(say.MODE_WORDS) ? 5 : 1);
    return claims;
  }
  if (has(say.FOREIGN_WORDS)) return claims;
  const isTarget = has(say.TARGET_WORDS);
  const isPulse = facts.min >= 700 && facts.max <= 2400 && facts.count > 0;
  const surface = surfaceOf(parts.words);
  if (isClock(column))
    claim("time", 4 + (has(say.TIME_WORDS) ? 4 : 0) + (at === 0 ? 2 : 0) + (quantity === "time" ? 2 : 0));
  switch (quantity) {
    case "rate":
      if (!axis) break;
      if (isTarget) claim(`rate_target_${axis}`, 8);
      else {
        claim(`gyro_${axis}`, 7 + (has(say.GYRO_WORDS) ? 1 : 0) + roughest(column, columns));
        claim(`rate_target_${axis}`, 3);
      }
      break;
    case "angle":
      if (surface) claim(surface, 9);
      else if (has(say.SERVO_WORDS)) claim("servo_N", 7);
      else if (has(say.COURSE_WORDS)) claim("course", 8);
      else if (has(say.LATITUDE_WORDS)) claim("latitude", 8);
      else if (has(say.LONGITUDE_WORDS)) claim("longitude", 8);
      else if (axis && !has(words("collective coll"))) {
        const name = axis === "yaw" ? "heading" : axis;
        if (isTarget) claim(`${name}_target`, 8);
        else if (!has(say.STICK_WORDS)) {
          claim(name, 6 + (has(say.ATTITUDE_WORDS) ? 0.5 : 0) + followsGyro(column, columns));
          claim(`${name}_target`, 3);
        }
      }
      break;
    case "acceleration":
      claim(accAxisOf(column), 7);
      break;
    case "voltage":
      if (has(say.OTHER_SUPPLY_WORDS)) break;
      if (has(say.CELL_WORDS) && (parts.index !== null || /\d/.test(parts.words.join(" ")))) claim("cell_N", 7);
      else if (has(say.RAIL_WORDS) && !has(say.PACK_WORDS)) claim("rail", 8);
      else if (parts.words.includes("5") || parts.words.includes("3.3")) claim("rail", 8);
      else {
        const isOfPack = has(words("pack battery batt bat vbat lipo akku accu"));
        const isFed = has(say.RAIL_WORDS) || has(say.LINK_WORDS);
        // “receiver supply” of some five volts is no pack, whether another column is one or not.
        if (!(isFed && !isOfPack && isRegulated(facts))) claim("voltage", 6 + (has(say.PACK_WORDS) ? 2 : 0));
        if (isFed) claim("rail", isOfPack ? 2 : 5);
      }
      break;
    case "current":
      if (!has(words("motor servo esc")) || has(say.PACK_WORDS)) claim("current", 6 + (has(say.PACK_WORDS) ? 2 : 0));
      break;
    case "charge":
      if (facts.max > facts.min) claim("used_mAh", 7); // what stands still is a pack's size
      break;
    case "length":
      if (isTarget) break;
      if (!has(words("distance dist home range north east x y")) || has(words("above alt altitude height")))
        claim("altitude", 5 + (has(say.ALTITUDE_WORDS) ? 2 : 0) + (has(words("baro")) ? 0.5 : 0));
      break;
    case "speed":
      if (has(say.AIR_WORDS)) claim("airspeed", 8);
      else if (has(say.CLIMB_WORDS)) claim("climb", 8);
      else if (has(say.GROUND_WORDS)) claim("ground_speed", 8);
      else claim("ground_speed", 3);
      break;
    case "rotation":
      if (has(say.HEAD_WORDS)) claim("head_speed", 8);
      else if (!isNumbered(parts) && has(words("rotor head"))) claim("head_speed", 7);
      else claim("rpm_N", 6);
      break;
    case "field":
      claim(axis ? `mag_${"xyz"[AXES.indexOf(axis)]}` : "field", 7);
      break;
    case "temperature":
      claim(has(words("esc")) ? "esc_temp_N" : "temperature", 6);
      break;
    case "signal":
      if (has(say.LINK_WORDS)) claim("rssi", 7);
      break;
    case "share":
    case "time":
    case null:
      claimUnitless(column, { has, claim, isPulse, isTarget, surface });
      break;
    default:
      break;
  }
  return claims;
}

interface Said {
  has: (set: ReadonlySet<string>) => boolean;
  claim: (role: string, score: number, by?: Claim["by"]) => void;
  isPulse: boolean;
  isTarget: boolean;
  surface: string | null;
}

/** A share, a pulse, or a column without a unit: its words decide, and its figures have to fit. */
function claimUnitless(
  { parts, facts, quantity, axis }: Column,
  { has, claim, isPulse, isTarget, surface }: Said,
): void {
  const isBare = quantity === null;
  if (has(say.FAILSAFE_WORDS) && !has(say.LINK_WORDS)) claim("failsafe", 8);
  if (facts.max <= 1 && has(say.ARMED_WORDS) && facts.isFlag) claim("armed", 7);
  if (has(say.SATELLITE_WORDS) && facts.isWhole && facts.max < 60) claim("satellites", 8);
  if (quantity === "time" && has(say.LOOP_WORDS)) claim("loop_time", 8);
  if (isBare && has(say.LOOP_WORDS) && !isClock({ facts } as Column)) claim("loop_time", 5);
  if (quantity !== "time" && has(say.PROCESSOR_WORDS)) claim("cpu_load", 9);
  else if (quantity !== "time" && has(words("load")) && !has(say.ACC_WORDS)) claim("cpu_load", 6);
  else if (quantity === "share" && has(words("load"))) claim("cpu_load", 5);
  if ((has(say.LINK_WORDS) || (quantity === "share" && has(words("q")))) && quantity !== "time")
    claim("link_quality", 7);
  if (isBare && has(say.MODE_WORDS) && facts.isWhole && facts.max < 100) claim("mode", 6);
  if (surface) claim(surface, 8);
  else if (has(say.SERVO_WORDS) || (parts.words[0] === "s" && /^\d$/.test(parts.words.at(-1)!))) claim("servo_N", 7);
  const isStick = has(say.STICK_WORDS);
  if (axis && (isStick || isPulse || quantity === "share") && !has(say.MOTOR_WORDS))
    claim(`stick_${axis}`, isStick ? 8 : 5);
  const isThrottle = has(say.THROTTLE_WORDS) || (isPulse && parts.words.join("") === "st");
  if (isThrottle && !isNumbered(parts)) claim("throttle", 7 + (has(words("throttle thr lever")) ? 1 : 0));
  if (has(words("collective coll co"))) claim("collective", 8);
  if (has(say.MOTOR_WORDS) && isNumbered(parts) && facts.min >= -1.05) claim("motor_N", 7);
  if (has(say.HEAD_WORDS) && has(say.RPM_WORDS)) claim("head_speed", 8);
  else if (has(words("rpm erpm revs tacho")) && isNumbered(parts)) claim("rpm_N", 8.5);
  if (!isBare) return;
  if (has(say.LATITUDE_WORDS) && isPlace(facts, 90)) claim("latitude", 8);
  if (has(say.LONGITUDE_WORDS) && isPlace(facts, 180)) claim("longitude", 8);
  if (has(say.RAIL_WORDS) && facts.median > 2.5 && facts.median < 6000) claim("rail", 5);
  if (has(say.USED_WORDS)) claim("used_mAh", 6);
  if (
    (has(say.PACK_WORDS) || has(say.VOLTAGE_WORDS)) &&
    !has(say.USED_WORDS) &&
    !has(say.CURRENT_WORDS) &&
    !has(say.RAIL_WORDS)
  )
    claim("voltage", 6);
  if (has(say.CURRENT_WORDS) && !isNumbered(parts)) claim("current", 6);
  if (has(say.ALTITUDE_WORDS) && !axis) claim("altitude", 5);
  if (has(say.AIR_WORDS)) claim("airspeed", 6);
  if (has(say.GROUND_WORDS) && has(words("v speed groundspeed gspeed sog gs"))) claim("ground_speed", 7);
  if (has(words("course cog track"))) claim("course", 6);
  if (has(say.FIELD_WORDS) || (axis && parts.words[0] === "b"))
    claim(axis ? `mag_${"xyz"[AXES.indexOf(axis)]}` : "field", 6);
  if (has(say.TEMPERATURE_WORDS)) claim("temperature", 4);
  if (!axis) return;
  const isAcc = has(words("acc accel acceleration accelerometer f force a"));
  if (isAcc) claim(`acc_${"xyz"[AXES.indexOf(axis)]}`, 7);
  else if (has(words("gyro gyr gyros rate rates omega w rs angular")) || isGyroLetter(parts, facts))
    claim(isTarget ? `rate_target_${axis}` : `gyro_${axis}`, 7);
  else if (isPulse || isStick || has(say.FIELD_WORDS) || parts.words[0] === "b" || has(say.MOTOR_WORDS)) return;
  else {
    const name = axis === "yaw" ? "heading" : axis;
    claim(isTarget ? `${name}_target` : name, 5);
  }
}

/** What a regulator gives, in volts or thousandths of one: more than any cell, less than two. */
function isRegulated({ median }: ColumnFacts): boolean {
  const volts = median > 100 ? median / 1000 : median;
  return volts > 3 && volts < 6.6;
}

/** “gx” beside “ax”: the gyro's, and no gravity, which stands still near one or near 9.8. */
function isGyroLetter({ words: [stem, letter] }: HeadingParts, { median }: ColumnFacts): boolean {
  const still = Math.abs(median);
  return stem === "g" && letter !== undefined && !(still > 0.8 && still < 1.2) && !(still > 8 && still < 11);
}

/** Degrees, or whole numbers that are a share of them. */
function isPlace({ min, max, isWhole }: Column["facts"], most: number): boolean {
  const largest = Math.max(-min, max);
  return largest <= most || (isWhole && largest <= most / PLACE_STEP);
}

/** Like-named columns in a row that nothing took, with figures of one range: motors, or their speeds. */
function groupClaims(columns: readonly Column[], taken: readonly Claim[]): Claim[] {
  const isClaimed = new Set(taken.filter(({ role }) => role !== "time").map(({ at }) => at));
  const groups = new Map<string, Column[]>();
  for (const column of columns) {
    if (isClaimed.has(column.at) || column.isText) continue;
    const stem = `${unnumbered(column.parts)}|${column.parts.unit}`;
    if (isNumbered(column.parts)) groups.set(stem, [...(groups.get(stem) ?? []), column]);
  }
  return [...groups.values()]
    .filter((group) => group.length >= 3 && group.length <= 8)
    .filter((group) => group.every(({ facts }) => facts.min >= 0))
    .flatMap((group) => {
      const role = group.some(({ facts }) => facts.max > 2400) ? "rpm_N" : "motor_N";
      return group.map(({ at }) => ({ at, role, score: 4, by: "figures" as const }));
    });
}

const NUMBER = /^(\d{1,2}|[a-h]|fl|fr|rl|rr)$/;
const NUMBERED_WORDS = /^(motors?|mot|rotor|prop|props|propeller|esc|engine|thruster|arm|servos?|srv|elevon)$/;

function isNumbered(parts: HeadingParts): boolean {
  return parts.index !== null || numberedAt(parts) >= 0 || /^(left|right|front|rear)$/.test(parts.words.at(-1) ?? "");
}

/** Which word is the number: the last one, or the one behind “motor” and its like (“motor 1 out”); -1 without one. */
function numberedAt({ words }: HeadingParts): number {
  if (NUMBER.test(words.at(-1) ?? "")) return words.length - 1;
  return words.findIndex((word, at) => at > 0 && NUMBER.test(word) && NUMBERED_WORDS.test(words[at - 1]!));
}

/** What like-named columns have in common. */
function unnumbered(parts: HeadingParts): string {
  const at = numberedAt(parts);
  return (at < 0 ? parts.words.slice(0, -1) : parts.words.filter((_, each) => each !== at)).join(" ");
}

function words(text: string): ReadonlySet<string> {
  return new Set(text.split(" "));
}

/** “height rudder” is the elevator, “cross rudder” the ailerons. */
function surfaceOf(said: readonly string[]): string | null {
  const plain = said.join("");
  const has = (set: ReadonlySet<string>) => said.some((word) => set.has(word)) || set.has(plain);
  if (said.includes("rudder") && said.includes("height")) return "elevator";
  if (said.includes("rudder") && said.includes("cross")) return "aileron";
  // A helicopter's tail is its rudder.
  if (said.includes("tail") && !said.includes("motor")) return "rudder";
  if (has(say.ELEVON_WORDS)) return "elevon_N";
  if (has(say.ELEVATOR_WORDS)) return "elevator";
  if (has(say.AILERON_WORDS)) return "aileron";
  return has(say.RUDDER_WORDS) ? "rudder" : null;
}

function accAxisOf({ parts, axis }: Column): string {
  const has = (set: ReadonlySet<string>) => parts.words.some((word) => set.has(word));
  if (has(words("z up upright vertical down normal"))) return "acc_z";
  if (has(words("x forward fore ahead long longitudinal"))) return "acc_x";
  if (has(words("y right side sideways lateral left"))) return "acc_y";
  return axis ? `acc_${"xyz"[AXES.indexOf(axis)]}` : "acc_z";
}

/** A clock goes on, but for a few places where it begins again. */
function isClock({ facts }: Pick<Column, "facts">): boolean {
  return facts.count > 1 && facts.risingShare > 0.9 && facts.max > facts.min;
}

/** Of two rates of one axis the measured one is the rougher. */
function roughest(column: Column, columns: readonly Column[]): number {
  const others = columns.filter(
    ({ quantity, axis, at }) => quantity === "rate" && axis === column.axis && at !== column.at,
  );
  return others.every(({ facts }) => facts.roughness <= column.facts.roughness) ? 0.4 : 0;
}

/** Of two angles of one axis the measured one is the smoother in its steps: a wanted one jumps. */
function followsGyro(column: Column, columns: readonly Column[]): number {
  const others = columns.filter(
    ({ quantity, axis, at }) => quantity === "angle" && axis === column.axis && at !== column.at,
  );
  if (others.length === 0) return 0;
  const own = column.parts.words[0] ?? "";
  // What stands for the attitude stands for all three axes; a heading is seldom wanted.
  const hasHeading = columns.some(
    ({ quantity, axis, parts }) =>
      quantity === "angle" &&
      axis === "yaw" &&
      parts.words[0] === own &&
      parts.words.length === column.parts.words.length,
  );
  return hasHeading ? 0.4 : 0;
}

/** Gives each role to the column that claims it best, and each column one role. */
function assign(claims: readonly Claim[]): Claim[] {
  const takenRoles = new Set<string>();
  const takenColumns = new Set<number>();
  const chosen: Claim[] = [];
  for (const claim of [...claims].sort((a, b) => b.score - a.score || a.at - b.at)) {
    if (takenColumns.has(claim.at)) continue;
    const isMany = claim.role.endsWith("_N");
    if (!isMany && takenRoles.has(claim.role)) continue;
    takenRoles.add(claim.role);
    takenColumns.add(claim.at);
    chosen.push(claim);
  }
  const counts = new Map<string, number>();
  return chosen
    .sort((a, b) => a.at - b.at)
    .map((claim) => {
      if (!claim.role.endsWith("_N")) return claim;
      const number = (counts.get(claim.role) ?? 0) + 1;
      counts.set(claim.role, number);
      return { ...claim, role: claim.role.replace("_N", `_${number}`) };
    });
}
