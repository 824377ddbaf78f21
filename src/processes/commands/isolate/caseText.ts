import { formatPercent } from "../../../shared/format";
import { type CaseAdvice } from "./caseAdvice";

/** Below this nothing is said of what is at risk, in cents. */
const WORTH_SAYING_CENTS = 10;

/** The answer to a case as a page of text. */
export function caseText(result: CaseAdvice): string {
  const suspects = result.suspects.filter(({ mayExplain }) => mayExplain).slice(0, 8);
  return [
    result.isExact ? "Suspects" : "Suspects (approximation)",
    ...suspects.map(
      ({ name, probability, places }) => `  ${formatPercent(probability).padStart(7)}  ${name}${placesText(places)}`,
    ),
    "",
    "Next checks",
    ...result.nextChecks.slice(0, 5).map((check) => `  ${priceText(check)}  ${check.title}`),
    ...gateLines(result),
    ...adviceLines(result),
    ...(result.isOutside
      ? ["", "Nothing in the library explains what was seen: look further, repair nothing on its word."]
      : []),
    ...(result.unexplained.length > 0
      ? ["", `Not explained by the leading cause: ${result.unexplained.join("; ")}`]
      : []),
    ...result.contradictions.map(
      ([earlier, later]) => `\nSay opposite things, the later one counts: ${earlier}; ${later}`,
    ),
  ].join("\n");
}

/** ": rear left", or ": front right 38 %, rear left 5 %" */
function placesText(places: CaseAdvice["suspects"][number]["places"]): string {
  if (places.length === 0) return "";
  if (places.length === 1) return `: ${places[0]!.place}`;
  return `: ${places.map(({ place, probability }) => `${place} ${formatPercent(probability)}`).join(", ")}`;
}

type Priced = Pick<CaseAdvice["nextChecks"][number], "bits" | "minutes" | "harmCents">;

/** "0.42 bit, 2 min + 14.20 at risk" */
export function priceText({ bits, minutes, harmCents }: Priced): string {
  const risk = harmCents >= WORTH_SAYING_CENTS ? ` + ${(harmCents / 100).toFixed(2)} at risk` : "";
  return `${bits.toFixed(2)} bit, ${minutes} min${risk}`;
}

function gateLines({ gates, gatedChecks }: CaseAdvice): string[] {
  if (gates.length === 0) return [];
  return [
    "",
    "Not yet",
    ...gates.flatMap(({ gate, because, opensAfter, opensWithRungs }) => [
      `  ${because}`,
      `    after: ${opensAfter.length > 0 ? opensAfter.map(({ title }) => title).join("; ") : `a check ${opensWithRungs.join(", then one ")}`}`,
      ...gatedChecks
        .filter((check) => check.gate === gate)
        .slice(0, 3)
        .map(({ title }) => `    waits: ${title}`),
    ]),
  ];
}

function adviceLines({ advice }: CaseAdvice): string[] {
  if (!advice) return [];
  const way = ({ cents, minutes }: { cents: number; minutes: number }) =>
    `${(cents / 100).toFixed(2)} and ${Math.round(minutes)} min to a proven repair on average`;
  const [first] = advice.repairs;
  const check = advice.check ? `check on: ${way(advice.check.wholeWay)}` : "no check is left";
  const repair = first
    ? `repair now, ${first.name}, needed with ${formatPercent(first.probability)}: ${way(advice.repairFirst)}`
    : "no repair is worth its price";
  return ["", advice.do === "check" ? `Advice: ${check}; ${repair}` : `Advice: ${repair}; ${check}`];
}
