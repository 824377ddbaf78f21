import { type ColumnFacts } from "./columnFacts";
import { type HeadingParts } from "./headingParts";
import * as say from "./lexicon";
import { type LogQuantity } from "./logUnits";
import { isNumbered } from "./numbered";
import { type Axis, AXES } from "./roles";
import { PLACE_STEP } from "./scales";

/** A column of a log as far as its heading and its figures speak. */
export interface Column {
  at: number;
  parts: HeadingParts;
  facts: ColumnFacts;
  quantity: LogQuantity | null;
  axis: Axis | null;
  isText: boolean;
}

/** That a column is a role, and how surely. */
export interface Claim {
  at: number;
  role: string;
  score: number;
  by: "heading" | "figures";
}

const MOST_PULSE_US = 2400;
const MOST_THOUSANDTHS = 1100;

/** Everything that one column may be by its own heading and figures. */
export function claimsOf(column: Column, columns: readonly Column[]): Claim[] {
  const { parts, facts, quantity, at } = column;
  const has = (set: ReadonlySet<string>) => parts.words.some((word) => set.has(word)) || set.has(parts.words.join(""));
  const claims: Claim[] = [];
  const claim = (role: string, score: number, by: Claim["by"] = "heading") => claims.push({ at, role, score, by });
  if (facts.count === 0 && !column.isText) return claims; // headed, and never written
  if (column.isText) {
    claim("mode", has(say.MODE_WORDS) ? 5 : 1);
    return claims;
  }
  if (has(say.FOREIGN_WORDS)) return claims;
  const said: Said = {
    has,
    claim,
    isTarget: has(say.TARGET_WORDS),
    isPulse: facts.min >= 700 && facts.max <= MOST_PULSE_US && facts.count > 0,
    surface: surfaceOf(parts.words),
  };
  if (isClock(column) || ((has(say.TIME_WORDS) || quantity === "time") && isCoarseClock(column)))
    claim("time", 4 + (has(say.TIME_WORDS) ? 4 : 0) + (at === 0 ? 2 : 0) + (quantity === "time" ? 2 : 0));
  const ask = quantity === null ? claimUnitless : BY_QUANTITY[quantity];
  ask?.(column, said, columns);
  return claims;
}

/** What the words of a heading say, and how a claim is made. */
interface Said {
  has: (set: ReadonlySet<string>) => boolean;
  claim: (role: string, score: number, by?: Claim["by"]) => void;
  isPulse: boolean;
  isTarget: boolean;
  surface: string | null;
}

type Ask = (column: Column, said: Said, columns: readonly Column[]) => void;

/** What a column may be by the quantity that its unit says. */
const BY_QUANTITY: Partial<Record<LogQuantity, Ask>> = {
  rate: claimRate,
  angle: claimAngle,
  acceleration: (column, { claim }) => claim(accAxisOf(column), 7),
  voltage: claimVoltage,
  current: (_, { has, claim }) => {
    if (!has(words("motor servo esc")) || has(say.PACK_WORDS)) claim("current", 6 + (has(say.PACK_WORDS) ? 2 : 0));
  },
  charge: ({ facts }, { claim }) => {
    if (facts.max > facts.min) claim("used_mAh", 7); // what stands still is a pack's size
  },
  length: (_, { has, claim, isTarget }) => {
    if (isTarget) return;
    if (!has(words("distance dist home range north east x y")) || has(words("above alt altitude height")))
      claim("altitude", 5 + (has(say.ALTITUDE_WORDS) ? 2 : 0) + (has(words("baro")) ? 0.5 : 0));
  },
  speed: (_, { has, claim }) => {
    if (has(say.AIR_WORDS)) claim("airspeed", 8);
    else if (has(say.CLIMB_WORDS)) claim("climb", 8);
    else claim("ground_speed", has(say.GROUND_WORDS) ? 8 : 3);
  },
  rotation: ({ parts }, { has, claim }) => {
    if (has(say.HEAD_WORDS)) claim("head_speed", 8);
    else if (!isNumbered(parts) && has(words("rotor head"))) claim("head_speed", 7);
    else claim("rpm_N", 6);
  },
  field: ({ axis }, { claim }) => claim(axis ? `mag_${"xyz"[AXES.indexOf(axis)]}` : "field", 7),
  temperature: (_, { has, claim }) => claim(has(words("esc")) ? "esc_temp_N" : "temperature", 6),
  signal: (_, { has, claim }) => {
    if (has(say.LINK_WORDS)) claim("rssi", 7);
  },
  share: claimUnitless,
  time: claimUnitless,
};

function claimRate(column: Column, { has, claim, isTarget }: Said, columns: readonly Column[]): void {
  const { axis } = column;
  if (!axis) return;
  if (isTarget) return claim(`rate_target_${axis}`, 8);
  claim(`gyro_${axis}`, 7 + (has(say.GYRO_WORDS) ? 1 : 0) + roughest(column, columns));
  claim(`rate_target_${axis}`, 3);
}

function claimAngle(column: Column, { has, claim, isTarget, surface }: Said, columns: readonly Column[]): void {
  const { axis } = column;
  if (surface) claim(surface, 9);
  else if (has(say.SERVO_WORDS)) claim("servo_N", 7);
  else if (has(say.COURSE_WORDS)) claim("course", 8);
  else if (has(say.LATITUDE_WORDS)) claim("latitude", 8);
  else if (has(say.LONGITUDE_WORDS)) claim("longitude", 8);
  else if (axis && !has(words("collective coll"))) {
    const name = axis === "yaw" ? "heading" : axis;
    if (isTarget) return claim(`${name}_target`, 8);
    if (has(say.STICK_WORDS)) return;
    claim(name, 6 + (has(say.ATTITUDE_WORDS) ? 0.5 : 0) + followsGyro(column, columns));
    claim(`${name}_target`, 3);
  }
}

function claimVoltage({ parts, facts }: Column, { has, claim }: Said): void {
  if (has(say.OTHER_SUPPLY_WORDS)) return;
  if (has(say.CELL_WORDS) && (parts.index !== null || /\d/.test(parts.words.join(" ")))) return claim("cell_N", 7);
  if (has(say.RAIL_WORDS) && !has(say.PACK_WORDS)) return claim("rail", 8);
  if (parts.words.includes("5") || parts.words.includes("3.3")) return claim("rail", 8);
  const isOfPack = has(words("pack battery batt bat vbat lipo akku accu"));
  const isFed = has(say.RAIL_WORDS) || has(say.LINK_WORDS);
  // “receiver supply” of some five volts is no pack, whether another column is one or not.
  if (!(isFed && !isOfPack && isRegulated(facts))) claim("voltage", 6 + (has(say.PACK_WORDS) ? 2 : 0));
  if (isFed) claim("rail", isOfPack ? 2 : 5);
}

/** A share, a pulse, or a column without a unit: its words decide, and its figures have to fit. */
function claimUnitless(column: Column, said: Said, columns: readonly Column[]): void {
  const { parts, facts, quantity, axis } = column;
  const { has, claim, isPulse, isTarget, surface } = said;
  const isBare = quantity === null;
  // “receiver supply” of some five volts says nothing of the link.
  const isFed = isBare && has(say.LINK_WORDS) && has(say.RAIL_WORDS) && isRegulated(facts);
  if (has(say.FAILSAFE_WORDS) && !has(say.LINK_WORDS)) claim("failsafe", 8);
  if (facts.max <= 1 && has(say.ARMED_WORDS) && facts.isFlag) claim("armed", 7);
  if (has(say.SATELLITE_WORDS) && facts.isWhole && facts.max < 60) claim("satellites", 8);
  if (quantity === "time" && has(say.LOOP_WORDS)) claim("loop_time", 8);
  if (isBare && has(say.LOOP_WORDS) && !isClock({ facts } as Column)) claim("loop_time", 5);
  if (quantity !== "time" && has(say.PROCESSOR_WORDS)) claim("cpu_load", 9);
  else if (quantity !== "time" && has(words("load")) && !has(say.ACC_WORDS)) claim("cpu_load", 6);
  else if (quantity === "share" && has(words("load"))) claim("cpu_load", 5);
  else if (isBare && parts.words.join() === "load" && facts.min >= 0 && facts.max <= 100) claim("cpu_load", 3);
  if ((has(say.LINK_WORDS) || (quantity === "share" && has(words("q")))) && quantity !== "time" && !isFed)
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
  const isOfMotor = has(say.MOTOR_WORDS) && isNumbered(parts);
  // A rotor's or a motor's speed, by more than an output written in thousandths or as a pulse may be; steps of an output may be more, but are not called a speed.
  const isTurning =
    isBare && isOfMotor && has(say.RPM_WORDS) && facts.high > (has(words("rotor")) ? MOST_PULSE_US : MOST_THOUSANDTHS);
  if (isTurning) claim("rpm_N", 8);
  else if (isOfMotor && facts.min >= -1.05) claim("motor_N", 7);
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
    !has(say.RAIL_WORDS) &&
    !has(say.FIELD_WORDS)
  )
    claim("voltage", has(say.VOLTAGE_WORDS) ? 6.5 : 6);
  if (has(say.CURRENT_WORDS) && !isNumbered(parts)) claim("current", 6);
  if (has(say.ALTITUDE_WORDS) && !axis) claim("altitude", 5);
  if (has(say.AIR_WORDS)) claim("airspeed", 6);
  if (has(say.GROUND_WORDS) && has(words("v speed groundspeed gspeed sog gs"))) claim("ground_speed", 7);
  if (has(words("course cog track"))) claim("course", 6);
  if (has(say.FIELD_WORDS) || (axis && parts.words[0] === "b"))
    claim(axis ? `mag_${"xyz"[AXES.indexOf(axis)]}` : "field", 6);
  if (has(say.TEMPERATURE_WORDS)) claim("temperature", 4);
  const isAcc = has(words("acc accel acceleration accelerometer")) && (axis !== null || has(DIRECTION_WORDS));
  if (isAcc) return claim(accAxisOf(column), 7);
  if (!axis) return;
  const isNamed = (like: RegExp) => (other: Column) => like.test(other.parts.words.join(" "));
  // “ar”, “ap” and “ay” are angles, but “ay” beside “ax” is an acceleration.
  const isAngleLetter = isNamed(/^a [rpy]$/)(column) && !columns.some(isNamed(/^a [xz]$/));
  if (has(words("f force a")) && !isAngleLetter) claim(`acc_${"xyz"[AXES.indexOf(axis)]}`, 7);
  else if (has(words("gyro gyr gyros rate rates omega w rs angular")) || isGyroLetter(column, columns))
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

/** “gx” beside “ax”: the gyro's, and no gravity, which stands still near one or near 9.8. “q” beside “p” and “r” is a rate in every textbook. */
function isGyroLetter({ parts: { words: said }, facts: { median } }: Column, columns: readonly Column[]): boolean {
  const [stem, letter] = [said.slice(0, -1).join(" "), said.at(-1)!];
  const named = ({ parts }: Column) => parts.words.join(" ").trim();
  const isBeside = (other: string) => columns.some((column) => named(column) === `${stem} ${other}`.trim());
  if (/^[pqr]$/.test(letter) && ["p", "q", "r"].every(isBeside)) return true;
  const still = Math.abs(median);
  return stem === "g" && said.length === 2 && !(still > 0.8 && still < 1.2) && !(still > 8 && still < 11);
}

/** Degrees, or whole numbers that are a share of them. */
function isPlace({ min, max, isWhole }: Column["facts"], most: number): boolean {
  const largest = Math.max(-min, max);
  return largest <= most || (isWhole && largest <= most / PLACE_STEP);
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

const DIRECTION_WORDS = words("up upright vertical down normal forward fore long longitudinal sideways lateral");

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

/** A clock that stands for some lines and never goes back; a counter of something else does so too: its heading has to say time. */
function isCoarseClock({ facts }: Column): boolean {
  return facts.count > 1 && facts.risingShare > 0.005 && facts.fallingShare < 0.002 && facts.max > facts.min;
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
