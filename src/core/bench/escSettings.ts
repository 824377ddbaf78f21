/** The settings that must match on all ESCs of a craft, and the record of their end points. Common practice, no published source. */
export const ESC_SETTINGS = [
  "Timing",
  "PWM frequency",
  "Start power",
  "Brake on stop",
  "Low-rpm protection",
  "Direction",
  "Motor poles",
  "Firmware",
  "Low end point, µs",
  "High end point, µs",
  "Calibrated on",
] as const;

/** What is set on each ESC; an empty cell was not read. */
export interface EscMatrix {
  /** One entry for each setting, with a value for each ESC. */
  rows: readonly { setting: string; values: readonly string[]; reason: string }[];
}

/** How one setting stands. */
export interface EscRow {
  setting: string;
  state: "alike" | "explained" | "differs" | "not read";
  /** Places of the ESCs that differ from the usual value, from 0. */
  odd: number[];
  usual: string;
}

/** Settings that differ between motors by design: half of them turn the other way. */
const DIFFERS_BY_HALF = new Set(["Direction"]);
/** Records, not settings: ESCs calibrated on different days are not set differently. */
const RECORDS = new Set(["Calibrated on"]);

/**
 * Compares the ESCs of a craft setting by setting. What most of them have is the usual value; a difference with a reason is
 * explained, and direction may differ where half the motors turn the other way.
 */
export function compareEscs({ rows }: EscMatrix): EscRow[] {
  return rows.map(({ setting, values, reason }) => {
    const read = values.map((value) => value.trim());
    const filled = read.filter((value) => value !== "");
    const count = (value: string) => filled.filter((each) => same(each, value)).length;
    const usual = filled.reduce((best, value) => (count(value) > count(best) ? value : best), filled[0] ?? "");
    const odd = read.flatMap((value, place) => (value !== "" && !same(value, usual) ? [place] : []));
    const isUnread = filled.length < read.length;
    const state =
      odd.length > 0
        ? reason.trim() !== "" ||
          RECORDS.has(setting) ||
          (DIFFERS_BY_HALF.has(setting) && odd.length * 2 === read.length)
          ? "explained"
          : "differs"
        : isUnread
          ? "not read"
          : "alike";
    return { setting, state, odd, usual };
  });
}

function same(a: string, b: string): boolean {
  return plain(a) === plain(b);
}

/** A value as it is copied off a screen, without what hands write unlike: capitals, blanks, the unit behind it, the v before a version. */
function plain(value: string): string {
  const bare = value.toLowerCase().replace(/\s+/g, "");
  return bare.replace(/^v(?=\d)/, "").replace(/(?<=\d)(°|degrees?|deg|khz|hz|µs|μs|us|%)$/, "");
}

/** A row with the value of the ESC at place `from`, counted from 0, copied to all. */
export function copyToAll(row: EscMatrix["rows"][number], from: number): EscMatrix["rows"][number] {
  return { ...row, values: row.values.map(() => row.values[from]!) };
}
