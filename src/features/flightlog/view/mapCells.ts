import { quantileSorted } from "simple-statistics";
import { type SpectrumMapPicture } from "@/workers/flightlog/protocol";

/** Shades between the ground and the strongest line. */
const SHADES = 7;
/** Times by which one shade is stronger than the one before it. */
const PER_SHADE = 3;
/** Below this the craft itself moves: what the pilot flies must not outshine what shakes. */
const STEERING_HZ = 12;

/** A cell of the picture: frequency, lower and upper edge of its level, and how dark it is, from 0 to 1. */
export type MapCell = [hz: number, from: number, to: number, shade: number];

/**
 * What of a map is drawn: each cell that stands out of the ground, in shades of a factor each, so that a weak line shows beside a
 * strong one.
 */
export function mapCells({
  edges,
  stepHz,
  bins,
  density,
}: Pick<SpectrumMapPicture, "edges" | "stepHz" | "bins" | "density">): MapCell[] {
  const first = Math.ceil(STEERING_HZ / stepHz);
  const shaking = [...density.keys()].filter((at) => at % bins >= first && Number.isFinite(density[at]!));
  const sorted = Float64Array.from(shaking, (at) => density[at]!).sort();
  if (sorted.length === 0) return [];
  const strongest = sorted.at(-1)!;
  const ground = Math.max(quantileSorted([...sorted], 0.3), strongest / PER_SHADE ** SHADES);
  return [...density.keys()].flatMap((at): MapCell[] => {
    const level = Math.floor(at / bins);
    const shade = shadeOf(density[at]!, ground, strongest);
    return shade > 0 ? [[(at % bins) * stepHz, edges[level]!, edges[level + 1]!, shade]] : [];
  });
}

function shadeOf(value: number, ground: number, strongest: number): number {
  if (!(value > ground)) return 0;
  const most = Math.max(1, Math.ceil(Math.log(strongest / ground) / Math.log(PER_SHADE)));
  return Math.min(1, Math.ceil(Math.log(value / ground) / Math.log(PER_SHADE)) / most);
}
