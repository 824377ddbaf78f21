import { type ColumnFacts } from "./columnFacts";
import { type HeadingParts } from "./headingParts";
import * as say from "./lexicon";
import { findLogUnit } from "./logUnits";
import { quantityOfRole } from "./roles";

/** A reading in the role's unit is (figure + offset) · scale. */
export interface Scale {
  scale: number;
  offset: number;
  /** What the figures were taken to be in. */
  unit: string;
  /** True where no heading said so, and the figures had to. */
  isGuessed: boolean;
}

/** Pairs of poles of most motors (14 magnets): electrical turns to one of the shaft. Common practice, no published source. */
const POLE_PAIRS = 7;
const PULSE_SPAN = 1000;
/** Receivers that write places as whole numbers count these steps of a degree. Common practice, no published source. */
export const PLACE_STEP = 1e-7;

const as = (unit: string, scale = 1, offset = 0, isGuessed = true): Scale => ({ unit, scale, offset, isGuessed });

/** How the figures of a column become readings in the unit of its role: by the unit of its heading, else by their size. */
export function scaleFor(role: string, { unit, words }: HeadingParts, facts: ColumnFacts): Scale {
  const quantity = quantityOfRole(role);
  const isElectrical = words.includes("erpm") || unit?.toLowerCase() === "erpm";
  if (isElectrical) return as("erpm", 1 / POLE_PAIRS, 0, false);
  const isCommand = /^(motor_|stick_|throttle|elevator|aileron|rudder|elevon_|servo_)/.test(role);
  const isField = words.some((word) => say.FIELD_WORDS.has(word));
  const known = unit === null ? null : findLogUnit(unit, isField);
  if (isCommand && (known === null || known.quantity === "time")) return commandScale(role, facts);
  if (known && quantity === known.quantity) return as(unit!, known.factor, 0, false);
  if (role === "latitude" || role === "longitude") return placeScale(facts);
  switch (quantity) {
    case "time":
      return timeScale(facts);
    case "share":
      return facts.max > 1.5 ? as("%", 0.01) : as("");
    case "voltage":
      return voltageScale(facts, role === "rail");
    case "current":
      return facts.high > 1000 ? (facts.high > 20_000 ? as("mA", 0.001) : as("cA", 0.01)) : as("A");
    case "acceleration":
      return accelerationScale(facts);
    case "rate":
      // Less than a fiftieth from line to line is no noise of a gyro in degrees
      return (Math.max(Math.abs(facts.low), Math.abs(facts.high)) < 12 && !facts.isWhole) || facts.stepSize < 0.02
        ? as("rad/s", 180 / Math.PI)
        : as("deg/s");
    case "angle":
      return Math.max(Math.abs(facts.min), Math.abs(facts.max)) <= 6.3 && !facts.isWhole
        ? as("rad", 180 / Math.PI)
        : as("deg");
    case "length":
      // A height in whole metres stands still from line to line; one in centimetres never does.
      return facts.isWhole && (facts.max > 1500 || facts.changeShare > 0.2) ? as("cm", 0.01) : as("m");
    case "field":
      return facts.median > 150 ? as("mG", 0.1) : as("µT");
    case "charge":
      return as("mAh");
    default:
      return as("");
  }
}

function placeScale({ min, max }: ColumnFacts): Scale {
  return Math.max(-min, max) > 180 ? as("deg · 10⁷", PLACE_STEP) : as("deg");
}

/** Motors and throttle as a share of one, sticks from -1 to 1, surfaces in degrees about. */
function commandScale(role: string, { min, max, median }: ColumnFacts): Scale {
  const isCentred = !/^(motor_|throttle)/.test(role);
  const isSurface = /^(elevator|aileron|rudder|elevon_|servo_)/.test(role);
  if (min >= 700 && max <= 2400 && max > 800) {
    if (isSurface) return as("µs", 60 / PULSE_SPAN, -1500); // a servo turns some 60° for a millisecond
    return isCentred ? as("µs", 2 / PULSE_SPAN, -1500) : as("µs", 1 / PULSE_SPAN, -1000);
  }
  if (isSurface) return Math.max(-min, max) <= 1.2 ? as("", 30) : as("deg");
  if (isCentred)
    return Math.max(-min, max) > 1.5 ? as(max > 110 ? "‰" : "%", Math.max(-min, max) > 110 ? 1 / 500 : 0.01) : as("");
  if (max <= 1.5) return as("");
  if (max <= 110) return as("%", 0.01);
  if (max <= 1005) return as("‰", 0.001);
  if (max <= 2100 && min < 700) {
    // Steps of a digital frame: 48 to 2047 where the lowest that turns is 48
    const lowest = median > 48 ? 48 : 0;
    return as("steps", 1 / (2047 - lowest), -lowest);
  }
  return as("steps", 1 / max);
}

/** Longer than a craft stays up, s: a clock that says so counts something smaller. */
const LONGEST_S = 3 * 3600;

/** By the step from line to line; where it could be either of two, by how long the whole would last. */
function timeScale({ stepSize: step, min, max }: ColumnFacts): Scale {
  const span = max - min;
  if (step > 100_000) return as("ns", 1e-9);
  if (step > 150 || (step > 20 && span > 1000 * LONGEST_S)) return as("µs", 1e-6);
  return step >= 0.9 || (step >= 0.1 && span > LONGEST_S) ? as("ms", 1e-3) : as("s");
}

function voltageScale({ median, high }: ColumnFacts, isRail: boolean): Scale {
  const volts = Math.max(median, high / 2);
  if (isRail)
    return volts > 1000 ? as("mV", 1e-3) : volts > 100 ? as("cV", 1e-2) : volts > 12 ? as("dV", 0.1) : as("V");
  return volts > 6200 ? as("mV", 1e-3) : volts > 620 ? as("cV", 1e-2) : volts > 65 ? as("dV", 0.1) : as("V");
}

function accelerationScale({ low, high, median }: ColumnFacts): Scale {
  const size = Math.max(Math.abs(median), (high - low) / 20);
  if (size > 100) return as("steps", 1 / size);
  return size > 4 ? as("m/s²", 1 / 9.80665) : as("g");
}
