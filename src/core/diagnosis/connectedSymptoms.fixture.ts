import { type Library } from "./library/library.types";

/** Complaints of a library that hang together as tightly as any: each shares the most faults with those before it. */
export function connectedSymptoms({ symptoms }: Library, count: number): string[] {
  const complaints = symptoms.filter(({ complaint, links }) => complaint && Object.keys(links).length > 0);
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
