import { type PowerSample, type RunLimits } from "@/core/bench/findLimitCrossing";
import { type ChartColours } from "./ChartFrame";

interface Channel {
  name: string;
  unit: string;
  decimals: number;
  value: (sample: PowerSample) => number;
  limits: (limits: RunLimits) => (number | undefined)[];
  fromZero: boolean;
}

const CHANNELS: readonly Channel[] = [
  {
    name: "Amps",
    unit: "A",
    decimals: 1,
    value: ({ currentA }) => currentA,
    limits: ({ maxCurrentA }) => [maxCurrentA],
    fromZero: true,
  },
  {
    name: "Watts",
    unit: "W",
    decimals: 0,
    value: ({ voltageV, currentA }) => voltageV * currentA,
    limits: ({ maxPowerW }) => [maxPowerW],
    fromZero: true,
  },
  {
    name: "Volts",
    unit: "V",
    decimals: 2,
    value: ({ voltageV }) => voltageV,
    limits: ({ minVoltageV }) => [minVoltageV],
    fromZero: false,
  },
];

/** The chart of a run: one strip for each channel over a common time axis. */
export function runChartOption(
  data: { samples: readonly PowerSample[]; baseline: readonly PowerSample[]; limits: RunLimits; durationS: number },
  colours: ChartColours,
): object {
  const last = CHANNELS.length - 1;
  const axisText = { color: colours.soft, fontFamily: "IBM Plex Mono" };
  return {
    animation: false,
    textStyle: { fontFamily: "IBM Plex Sans Variable", color: colours.ink },
    grid: CHANNELS.map((_, index) => ({ left: 70, right: 18, top: `${3 + index * 31}%`, height: "25%" })),
    xAxis: CHANNELS.map((_, index) => ({
      gridIndex: index,
      type: "value",
      min: 0,
      max: data.durationS,
      axisLabel: { ...axisText, show: index === last, formatter: "{value} s" },
      splitLine: { lineStyle: { color: colours.line } },
      axisLine: { lineStyle: { color: colours.soft } },
    })),
    yAxis: CHANNELS.map((channel, index) => ({
      gridIndex: index,
      type: "value",
      ...axisRange(channel, data.limits),
      splitNumber: 3,
      axisLabel: { ...axisText, formatter: `{value} ${channel.unit}` },
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
    series: CHANNELS.flatMap((channel, index) => [
      line(channel, index, data.baseline, colours.second, `${channel.name}, baseline`, []),
      line(channel, index, data.samples, colours.main, channel.name, channel.limits(data.limits), colours.limit),
    ]),
  };
}

/** The limit is always in sight: how far away it is says more than how the noise looks. */
function axisRange({ fromZero, limits }: Channel, bounds: RunLimits): object {
  const [limit] = limits(bounds);
  if (fromZero)
    return { min: 0, ...(limit !== undefined && { max: ({ max }: { max: number }) => Math.max(max, limit) }) };
  return limit === undefined ? { scale: true } : { min: ({ min }: { min: number }) => Math.min(min, limit) };
}

function line(
  channel: Channel,
  index: number,
  samples: readonly PowerSample[],
  colour: string,
  name: string,
  limits: (number | undefined)[],
  limitColour = colour,
): object {
  const drawn = limits.filter((limit) => limit !== undefined);
  return {
    name,
    type: "line",
    xAxisIndex: index,
    yAxisIndex: index,
    showSymbol: false,
    lineStyle: { color: colour, width: 2 },
    itemStyle: { color: colour },
    data: samples.map((sample) => [sample.timeS, channel.value(sample)]),
    markLine:
      drawn.length === 0
        ? undefined
        : {
            symbol: "none",
            silent: true,
            lineStyle: { color: limitColour, type: "dashed", width: 2 },
            label: { formatter: `limit {c} ${channel.unit}`, color: limitColour, position: "insideEndTop" },
            data: drawn.map((yAxis) => ({ yAxis })),
          },
  };
}
