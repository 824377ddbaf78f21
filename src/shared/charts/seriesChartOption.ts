import { channelOf, COMMAND_CHANNELS, shownAs } from "@/core/series/channels";
import { type Quantity } from "@/core/units/quantities";
import { type RunLimits } from "@/core/bench/run/runLimits";
import { type SeriesPoints } from "@/core/series/pointsOf";
import { type ChartColours } from "./chartColours";

/** One series on the chart. */
export interface ChartSeries {
  name: string;
  points: SeriesPoints;
}

/** What is drawn. */
export interface SeriesChartData {
  main: SeriesPoints;
  /** The baseline first, then what is compared. */
  others: readonly ChartSeries[];
  limits: RunLimits;
  durationS: number;
  /** Channels to draw first, in this order. */
  draws: readonly string[];
  /** Remarks, numbered in their order; one with a mark of its own shows that instead. */
  notes: readonly { atS: number; note: string; mark?: string }[];
}

const MOST_LANES = 6;
/** Other runs are told apart by their dashes as well. */
export const DASHES = ["solid", [6, 4], [2, 3], [10, 3, 2, 3], [1, 5]] as const;

/** The channels a chart shows: what the kind of run draws first, then what else was measured. */
export function lanesOf({ main, draws }: Pick<SeriesChartData, "main" | "draws">): string[] {
  const measured = Object.keys(main).filter((name) => !(COMMAND_CHANNELS as readonly string[]).includes(name));
  const first = draws.filter((name) => measured.includes(name));
  const wanted = first.length > 0 ? first : measured;
  return (measured.length === 0 ? [...draws] : wanted).slice(0, MOST_LANES);
}

/** The chart of a run: one lane for each channel over a common time axis, with limits drawn and other runs in a second tone. */
export function seriesChartOption(data: SeriesChartData, colours: ChartColours): object {
  const lanes = lanesOf(data);
  const last = lanes.length - 1;
  const each = 94 / lanes.length;
  const axisText = { color: colours.soft, fontFamily: "IBM Plex Mono" };
  return {
    animation: false,
    textStyle: { fontFamily: "IBM Plex Sans Variable", color: colours.ink },
    grid: lanes.map((_, index) => ({
      left: 74,
      right: 18,
      top: `${4 + index * each}%`,
      height: `${each - (lanes.length > 3 ? 5.5 : 8)}%`,
    })),
    xAxis: lanes.map((_, index) => ({
      gridIndex: index,
      type: "value",
      min: 0,
      max: data.durationS,
      axisLabel: { ...axisText, show: index === last, formatter: "{value} s" },
      splitLine: { lineStyle: { color: colours.line } },
      axisLine: { lineStyle: { color: colours.soft } },
    })),
    yAxis: lanes.map((name, index) => ({
      gridIndex: index,
      type: "value",
      ...axisRange(name, data.limits),
      splitNumber: 3,
      name: channelOf(name).label,
      nameGap: 6,
      nameTextStyle: { color: colours.soft, align: "left", padding: [0, 0, 0, 4] },
      axisLabel: { ...axisText, formatter: (value: number) => axisNumber(value, shownAs(name).unit) },
      splitLine: { lineStyle: { color: colours.line } },
    })),
    tooltip: {
      trigger: "axis",
      axisPointer: { type: "line" },
      backgroundColor: colours.card,
      borderColor: colours.soft,
      textStyle: { color: colours.ink },
      valueFormatter: (value: number) => (Number.isFinite(value) ? value.toFixed(2) : "–"),
    },
    axisPointer: { link: [{ xAxisIndex: "all" }] },
    series: lanes.flatMap((channel, index) => {
      const { label } = channelOf(channel);
      const { factor } = shownAs(channel);
      const scaled = (points: SeriesPoints): readonly [number, number][] =>
        factor === 1
          ? (points[channel] ?? [])
          : (points[channel] ?? []).map(([timeS, value]) => [timeS, value * factor]);
      return [
        ...data.others.map(({ name, points }, place) => ({
          ...line(index, scaled(points), `${label}, ${name}`, colours.second),
          lineStyle: { color: colours.second, width: 1.6, type: DASHES[place % DASHES.length] },
        })),
        {
          ...line(index, scaled(data.main), label, colours.main),
          markLine: marks(channel, index === 0 ? data.notes : [], data.limits, colours),
        },
      ];
    }),
  };
}

/** Thousands are short, so that every lane begins at one place. */
export function axisNumber(value: number, unit: string): string {
  return Math.abs(value) >= 1000 ? `${value / 1000}k ${unit}` : `${value} ${unit}`;
}

/** Quantities whose zero says nothing beside their readings. */
const FAR_FROM_ZERO: readonly Quantity[] = ["voltage", "temperature", "angle"];

/** The limit is always in sight: how far away it is says more than how the noise looks. */
function axisRange(channel: string, limits: RunLimits): object {
  const { factor } = shownAs(channel);
  const inUnit = (bound: number | null | undefined) => (bound == null ? null : bound * factor);
  const [low, high] = [inUnit(limits[channel]?.min), inUnit(limits[channel]?.max)];
  const top = high != null && { max: ({ max }: { max: number }) => Math.max(max, high) };
  if (FAR_FROM_ZERO.includes(channelOf(channel).quantity))
    return low == null ? { scale: true, ...top } : { min: ({ min }: { min: number }) => Math.min(min, low) };
  return { min: 0, ...top };
}

function line(index: number, data: readonly [number, number][], name: string, colour: string): object {
  return {
    name,
    type: "line",
    xAxisIndex: index,
    yAxisIndex: index,
    showSymbol: false,
    lineStyle: { color: colour, width: 2 },
    itemStyle: { color: colour },
    data,
  };
}

function marks(channel: string, notes: SeriesChartData["notes"], limits: RunLimits, colours: ChartColours): object {
  const { unit, factor, decimals } = shownAs(channel);
  const { min, max } = limits[channel] ?? {};
  const remarks = notes.filter(({ mark }) => mark === undefined);
  // A highest voltage lies far above everything and would flatten the rest.
  const bounds = [channel === "voltage" ? null : max, min].filter((bound) => bound != null);
  return {
    symbol: "none",
    silent: true,
    lineStyle: { color: colours.limit, type: "dashed", width: 2 },
    label: { formatter: `limit {c} ${unit}`, color: colours.limit, position: "insideEndTop" },
    data: [
      ...bounds.map((bound) => ({ yAxis: factor === 1 ? bound : Number((bound * factor).toFixed(decimals)) })),
      ...notes.map((note) => ({
        xAxis: note.atS,
        lineStyle: { color: colours.soft, type: "solid", width: 1 },
        label: {
          formatter: note.mark ?? String(remarks.indexOf(note) + 1),
          color: colours.ink,
          position: note.mark ? "insideEndTop" : "end",
        },
      })),
    ],
  };
}
