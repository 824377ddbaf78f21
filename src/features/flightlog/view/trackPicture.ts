import { type Track } from "@/core/flightlog/view/trackOf";

/** A track as an SVG draws it, north up. */
export interface TrackPicture {
  path: string;
  /** Where the craft is at the moment. */
  here: [number, number];
  /** A round length and how long it is drawn. */
  scaleM: number;
  scalePx: number;
  widthPx: number;
  heightPx: number;
}

const HEIGHT_PX = 80;
const WIDEST_PX = 170;
const EDGE_PX = 8;

/** Draws a track into the height of the other pictures, both directions by one scale. */
export function trackPicture({ timeS, eastM, northM }: Track, atS: number): TrackPicture {
  const bounds = (values: Float64Array) => values.reduce(([low, high], each) => [Math.min(low!, each), Math.max(high!, each)], [Infinity, -Infinity]); // prettier-ignore
  const [west, east] = bounds(eastM) as [number, number];
  const [south, north] = bounds(northM) as [number, number];
  const perM = Math.min(
    (HEIGHT_PX - 2 * EDGE_PX) / Math.max(1, north - south),
    (WIDEST_PX - 2 * EDGE_PX) / Math.max(1, east - west),
  );
  const at = (row: number): [number, number] => [
    EDGE_PX + (eastM[row]! - west) * perM,
    EDGE_PX + (north - northM[row]!) * perM,
  ];
  const later = timeS.findIndex((each) => each >= atS);
  const scaleM = roundLength(50 / perM);
  return {
    path: `M${Array.from(timeS, (_, row) =>
      at(row)
        .map((each) => each.toFixed(1))
        .join(" "),
    ).join("L")}`,
    here: at(later < 0 ? timeS.length - 1 : later),
    scaleM,
    scalePx: scaleM * perM,
    widthPx: Math.max(70, (east - west) * perM + 2 * EDGE_PX),
    heightPx: HEIGHT_PX,
  };
}

/** The largest 1, 2 or 5 times a power of ten that is no longer. */
function roundLength(most: number): number {
  const power = 10 ** Math.floor(Math.log10(most));
  return [5, 2, 1].map((each) => each * power).find((each) => each <= most)!;
}
