import { type ChartColours } from "@/shared/charts/chartColours";
import { whose } from "@/workers/flightlog/beside";
import styles from "../LogLab.module.css";
import { type Lane } from "./lanes";

/** What a lane holds, each channel with its line. */
export function LaneHead({ lane, topPx }: { lane: Lane; topPx: number }) {
  return (
    <p className={styles.laneHead} style={{ top: topPx }}>
      <b>{nameOf(lane)}</b>
      {lane.roles.length > 1 &&
        lane.roles.map((role, at) => (
          <span key={role} data-tone={at % TONES.length} data-dashed={at >= TONES.length}>
            {roleText(role, lane)}
          </span>
        ))}
    </p>
  );
}

/** The same as a part of the chart itself, for its picture. */
export function laneTitle(lane: Lane, topPx: number, colours: ChartColours): object {
  const lines =
    lane.roles.length > 1 ? lane.roles.map((role, at) => `{t${at % TONES.length}|— ${roleText(role, lane)}}`) : [];
  const tones = TONES.map((tone, at) => [`t${at}`, { color: colours[tone], fontSize: 13 }] as const);
  return {
    left: 2,
    top: topPx - 2,
    padding: 2,
    text: [`{name|${nameOf(lane)}}`, ...lines].join("   "),
    textStyle: { rich: { name: { color: colours.ink, fontWeight: 600, fontSize: 13 }, ...Object.fromEntries(tones) } },
  };
}

function nameOf({ name, unit }: Lane): string {
  return unit ? `${name}, ${unit}` : name;
}

/** “1” of the motors, “wanted” of the pitch angle. */
export function roleText(named: string, { id: lane }: Pick<Lane, "id">): string {
  const [{ own: role }, { own: id }] = [whose(named), whose(lane)];
  if (role.endsWith("_target")) return "wanted";
  if (role === id) return "measured";
  return role.replace(/^(gyro|motor|rpm|acc|stick|rate_target|servo|esc_temp|cell)_/, "").replaceAll("_", " ");
}

/** The colours of a lane's channels in their order; beyond four they are dashed. */
export const TONES = ["main", "second", "third", "fourth"] as const;

/** A channel's line on one of the grids. */
export function lineOf(grid: number, colour: string, isDashed: boolean): object {
  return {
    type: "line",
    xAxisIndex: grid,
    yAxisIndex: grid,
    showSymbol: false,
    lineStyle: { color: colour, width: 1.4, type: isDashed ? "dashed" : "solid" },
    itemStyle: { color: colour },
  };
}

/** What every picture of a log has. */
export function common(colours: ChartColours): object {
  return {
    animation: false,
    textStyle: { fontFamily: "IBM Plex Sans Variable", color: colours.ink },
    tooltip: {
      trigger: "axis",
      axisPointer: { type: "line" },
      backgroundColor: colours.card,
      borderColor: colours.soft,
      textStyle: { color: colours.ink },
      valueFormatter: (value: number) => (Number.isFinite(value) ? value.toFixed(3) : "–"),
    },
    axisPointer: { link: [{ xAxisIndex: "all" }] },
  };
}

export const axisText = (colours: ChartColours) => ({ color: colours.soft, fontFamily: "IBM Plex Mono" });
