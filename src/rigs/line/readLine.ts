import { type Readings } from "../../core/series/series";
import { type CommandMap } from "../commandMap";
import { type InstrumentIdentity } from "../instruments";

/** What one line of a home-made stand says. */
export type StandLine = { kind: "identity"; identity: InstrumentIdentity } | { kind: "readings"; readings: Readings };

/**
 * Reads one line of the newline protocol: `# maker,model,serial,firmware` once at the start, then `name value, name value, …`
 * as often as the stand likes. Names that the map does not know are passed over, so a stand may say more than is asked.
 *
 * @param channels - From the command map: `query` is the name on the line.
 * @returns null for a line that says nothing of use.
 */
export function readLine(line: string, channels: CommandMap["channels"]): StandLine | null {
  const text = line.trim();
  if (text.startsWith("#")) {
    const [maker, model, serial, firmware] = text
      .slice(1)
      .split(",")
      .map((field) => field.trim());
    return maker && model && serial && firmware
      ? { kind: "identity", identity: { maker, model, serial, firmware } }
      : null;
  }
  const pairs = text.split(",").flatMap((pair): [string, number][] => {
    const [, name, digits] = /^\s*(\w+)\s*[ =:]\s*(-?\d+(?:\.\d+)?(?:e[+-]?\d+)?)\s*$/i.exec(pair) ?? [];
    const wanted = channels.find(({ query }) => query.toLowerCase() === name?.toLowerCase());
    return wanted ? [[wanted.channel, Number(digits) * wanted.factor]] : [];
  });
  return pairs.length > 0 ? { kind: "readings", readings: Object.fromEntries(pairs) } : null;
}
