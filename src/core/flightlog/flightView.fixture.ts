import { type FlightView, viewOf } from "./FlightView";
import { type LogCraft } from "./phases";

/**
 * A flight made of nothing but channels, for tests of one verdict.
 *
 * @param channels - By role, all of one length.
 */
export function viewOfChannels(
  channels: Readonly<Record<string, Float64Array>>,
  rateHz: number,
  craft: LogCraft,
): FlightView {
  const rows = Object.values(channels)[0]!.length;
  return viewOf(
    {
      timeS: Float64Array.from({ length: rows }, (_, row) => row / rateHz),
      rateHz,
      channels: new Map(Object.entries(channels)),
      modes: null,
      uses: [],
      unused: [],
      breaks: [],
      assumptions: [],
      notes: [],
    },
    { craft },
  );
}
