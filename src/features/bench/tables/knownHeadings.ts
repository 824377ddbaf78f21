import { lookAtTable, renameColumn } from "@/core/series/readColumns";

/*
 * What the person at this screen said of headings that the reader does not know, remembered in the browser: the same instrument
 * writes the same headings next week.
 */
const KEY = "pitstopa-headings";
const MOST = 200;

type Known = Record<string, string>;

function load(): Known {
  try {
    const kept: unknown = JSON.parse(localStorage.getItem(KEY) ?? "{}");
    return typeof kept === "object" && kept !== null ? (kept as Known) : {};
  } catch {
    return {}; // no storage here, or somebody else's text in it: nothing is known
  }
}

/** One heading of one set of headings: another instrument may mean another thing by it. */
function keyOf(headings: readonly string[], heading: string): string {
  return JSON.stringify([headings, heading]);
}

/** Keeps what a heading of a table stands for. */
export function rememberHeading(text: string, column: number, as: string): void {
  const headings = lookAtTable(text)?.columns.map(({ heading }) => heading);
  if (!headings) return;
  const known = Object.entries({ ...load(), [keyOf(headings, headings[column]!)]: as }).slice(-MOST);
  try {
    localStorage.setItem(KEY, JSON.stringify(Object.fromEntries(known)));
  } catch {
    // A full or forbidden store: it is asked again next time.
  }
}

/** The text with all headings renamed that were named before in a table with the same headings. */
export function withKnownHeadings(text: string): string {
  const look = lookAtTable(text);
  if (!look) return text;
  const known = load();
  const headings = look.columns.map(({ heading }) => heading);
  return look.columns.reduce((sofar, { heading, name }, column) => {
    const as = known[keyOf(headings, heading)];
    return name === null && typeof as === "string" ? renameColumn(sofar, column, as) : sofar;
  }, text);
}
