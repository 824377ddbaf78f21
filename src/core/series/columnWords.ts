/*
 * Words of headings, as instruments, programs and people write them, English and German, in lower case without signs between. Common
 * practice, no published source.
 */

/** Other words for the columns. */
const WORDS: Readonly<Record<string, readonly string[]>> = {
  time: ["t", "timestamp", "elapsed", "elapsedtime", "seconds", "timestep", "zeit"],
  throttle: [
    "thr",
    "throttlecommand",
    "throttlecmd",
    "throttleinput",
    "command",
    "cmd",
    "stick",
    "setpoint",
    "powersetting",
    "duty",
    "dutycycle",
    "gas",
    "drossel",
  ],
  voltage: [
    "v",
    "u",
    "volt",
    "volts",
    "vbat",
    "vbatt",
    "ubat",
    "ubatt",
    "vin",
    "uin",
    "vpack",
    "upack",
    "vdc",
    "udc",
    "spannung",
  ],
  current: ["a", "i", "amp", "amps", "ampere", "amperes", "load", "ibat", "ibatt", "iin", "ipack", "idc", "strom"],
  speed: ["n", "omega", "tacho", "rpm", "revs", "rotation", "rotationspeed", "rotationalspeed", "drehzahl"],
  electricalspeed: ["erpm", "electricalrpm", "electricalspeed", "erpmspeed"],
  thrust: ["force", "pull", "lift", "thrustforce", "schub"],
  power: ["p", "watt", "watts", "electricalpower", "leistung"],
  pulse: ["pulsewidth", "stellzeit", "pwm", "pulselength", "servopulse", "signal", "impuls"],
  angle: ["deflection", "position", "travel", "winkel"],
  temperature: ["temp", "temperatur"],
  esctemperature: [
    "esctemp",
    "tempesc",
    "temperatureesc",
    "esct",
    "tesc",
    "fettemp",
    "fettemperature",
    "tfet",
    "reglertemperatur",
    "reglertemp",
  ],
  vibration: ["vib", "imbalance"],
  roughness: ["rough", "bearingnoise"],
  acceleration: ["acc", "accel"],
  shown: ["display", "displayed", "indicated", "craft", "telemetry"],
  reference: ["ref", "true", "actual", "trusted", "wattmeter", "inlinemeter"],
  motor: [
    "mot",
    "engine",
    "propulsor",
    "#",
    "motorno",
    "motornr",
    "motornumber",
    "motorid",
    "motorindex",
    "escno",
    "escnr",
    "escid",
  ],
};
const nameOfWord = new Map(
  Object.entries(WORDS).flatMap(([name, words]) => words.map((word) => [word, name] as const)),
);

/** The column that a word stands for; null for one that says nothing. */
export function columnOfWord(plain: string): string | null {
  return nameOfWord.get(plain) ?? null;
}

/** Words that say where or how something was measured, and not what. */
const BESIDE = new Set(
  (
    "supply battery batt bat akku pack input in total measured mean average avg dc bus line sensor meter probe reading value esc motor mot " +
    "servo load discharge arm horn shaft optical mechanical case bell bench stand clamp telemetry displayed display shown craft osd fc board " +
    "overlay reference ref true actual inline flight controller on screen multimeter wattmeter 1"
  ).split(" "),
);

/** Of these a column is called by the unit alone: “battery V”, “motor rpm”, “arm deg”. A bare “meter” or “sensor” keeps its name. */
const NO_PLACE = new Set(["meter", "sensor", "probe", "reading", "value", "1"]);

/** The words of a heading: “ESC_temp”, “BattV”, “RPM1” and “Cell #2” are two each. */
export function wordsOf(text: string): string[] {
  return text
    .replace(/([a-zµ])([A-Z])/g, "$1 $2")
    .replace(/([A-Za-z])(\d)/g, "$1 $2")
    .toLowerCase()
    .split(/[\s._#:-]+/)
    .filter(Boolean);
}

/** What is left of a heading's words without those that say where. */
export function withoutPlaces(words: readonly string[]): string[] {
  return words.filter((word) => !BESIDE.has(word));
}

/** True when a heading says where something was measured and nothing else. */
export function isPlaceAlone(words: readonly string[]): boolean {
  return words.length > 0 && words.every((word) => BESIDE.has(word)) && words.some((word) => !NO_PLACE.has(word));
}

const CRAFTS_OWN = new Set(
  "osd fc telemetry displayed display shown indicated craft sensor board overlay controller screen".split(" "),
);
const TRUSTED = new Set(
  "wattmeter clamp true actual measured ref reference inline multimeter bench trusted".split(" "),
);

/** Whose reading it is, where the heading says so: what the craft shows, or what is trusted. */
export function sideOf(words: readonly string[]): "shown" | "reference" | null {
  const [own, trusted] = [words.some((word) => CRAFTS_OWN.has(word)), words.some((word) => TRUSTED.has(word))];
  if (own === trusted) return null;
  return own ? "shown" : "reference";
}

/** Words beside which a reading is another thing's: no pack's volts, no throttle's percent. */
const ANOTHERS = new Set(
  (
    "bec rail regulator logic usb receiver rx signal cell drop ripple charge humidity load cpu idle limit room ambient ground set phase " +
    "fan commanded target wanted desired timing wind tilt gearbox heater lamp charger quiescent excitation video"
  ).split(" "),
);

/** The column that one of a heading's words names, where just one does: “rotor speed”, “time since start”; null else. */
export function columnAmong(words: readonly string[]): string | null {
  if (words.some((word) => ANOTHERS.has(word))) return null;
  const named = new Set(
    words.flatMap((word) => (word.length > 2 ? (columnOfWord(word) ?? (isColumn(word) ? word : [])) : [])),
  );
  return named.size === 1 ? [...named][0]! : null;
}

function isColumn(word: string): boolean {
  return Object.hasOwn(WORDS, word);
}
