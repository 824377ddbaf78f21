import { canHave } from "./library/compileLibrary";
import { type Library } from "./library/library.types";

/** Complaints of a quad that hang together as tightly as any: each shares the most of its faults with those before it. */
export function connectedSymptoms({ symptoms, faults: all }: Library, count: number): string[] {
  const possible = new Set(all.filter((fault) => canHave("quad", fault)).map(({ id }) => id));
  const complaints = symptoms
    .filter(({ complaint }) => complaint)
    .map(({ id, links }) => ({
      id,
      links: Object.fromEntries(Object.entries(links).filter(([fault]) => possible.has(fault))),
    }))
    .filter(({ links }) => Object.keys(links).length > 0);
  const chosen = complaints.slice(0, 1);
  while (chosen.length < count) {
    const faults = new Set(chosen.flatMap(({ links }) => Object.keys(links)));
    const shared = ({ links }: (typeof complaints)[number]) =>
      Object.keys(links).filter((fault) => faults.has(fault)).length;
    const rest = complaints.filter((each) => !chosen.includes(each));
    chosen.push(rest.reduce((best, each) => (shared(each) > shared(best) ? each : best)));
  }
  return chosen.map(({ id }) => id);
}
