"use client";

import { unitOfRole } from "@/core/flightlog/channels/roles";
import { type Track } from "@/core/flightlog/view/trackOf";
import { formatQuantity } from "@/shared/format";
import { type FlightlogClient } from "@/workers/flightlog/flightlogClient";
import { type LogColumn } from "../flightlog.schema";
import styles from "./MomentPanel.module.css";
import { trackPicture } from "./trackPicture";
import { useMoment, useTrack } from "./useLogPicture";

interface Props {
  client: () => FlightlogClient;
  logKey: string;
  columns: readonly LogColumn[];
  atS: number;
  /** Under the pointer, or else the middle of the view. */
  isPointed: boolean;
}

/** Figures that are told of a moment, with their names. */
const TOLD = [
  ["altitude", "height"],
  ["ground_speed", "over ground"],
  ["airspeed", "through the air"],
  ["voltage", "pack"],
  ["current", "amps"],
] as const;

/** How the craft lay and where it was at a moment of the log. */
export function MomentPanel({ client, logKey, columns, atS, isPointed }: Props) {
  const has = (role: string) => columns.some((column) => column.role === role);
  const roles = ["roll", "pitch", "heading", ...TOLD.map(([role]) => role)].filter(has);
  const isPlaced = (has("latitude") && has("longitude")) || (has("ground_speed") && has("course"));
  const said = useMoment(client, logKey, roles, atS);
  const track = useTrack(client, logKey, isPlaced ? placeRoles(has) : []);
  if (!has("roll") && !has("pitch") && !track) return null;
  const degrees = (role: string) => (Number.isFinite(said[role]) ? said[role]! : null);
  const figures = TOLD.filter(([role]) => Number.isFinite(said[role]));
  return (
    <div className={styles.moment} role="group" aria-label="At this moment">
      <dl className={styles.figures}>
        <dt>{isPointed ? "under the pointer" : "middle of the view"}</dt>
        <dd>{atS.toFixed(2)} s</dd>
        {figures.map(([role, name]) => (
          <div key={role}>
            <dt>{name}</dt>
            <dd>{formatQuantity(said[role]!, unitOfRole(role), 1)}</dd>
          </div>
        ))}
      </dl>
      {has("roll") && <Lie view="from behind" degrees={degrees("roll")} outline={BEHIND} />}
      {has("pitch") && <Lie view="from the left, nose left" degrees={degrees("pitch")} outline={LEFT} />}
      {has("heading") && <Lie view="from above, north up" degrees={degrees("heading")} outline={ABOVE} />}
      {track && <TrackPicture track={track} atS={atS} />}
    </div>
  );
}

function placeRoles(has: (role: string) => boolean) {
  return (["latitude", "longitude", "ground_speed", "course"] as const).filter(has);
}

/** The craft as a few strokes, level and nose to the left or up. */
const BEHIND = "M-34 0H34M-34 -5V5M34 -5V5M-8 0A8 8 0 0 0 8 0";
const LEFT = "M-34 0H34M34 0V-9M-34 0L-26 -6M-8 0A8 8 0 0 0 8 0";
const ABOVE = "M0 -28V24M-22 2H22M0 -28L-6 -19M0 -28L6 -19";

function Lie({ view, degrees, outline }: { view: string; degrees: number | null; outline: string }) {
  const said = degrees === null ? "not in the log here" : `${degrees.toFixed(0)}°`;
  return (
    <figure className={styles.picture}>
      <svg viewBox="-44 -40 88 80" role="img" aria-label={`The craft ${view}: ${said}`}>
        <path d="M-42 0H42" className={styles.horizon} />
        {degrees !== null && <path d={outline} className={styles.craft} transform={`rotate(${degrees})`} />}
      </svg>
      <figcaption>
        <b>{said}</b> {view}
      </figcaption>
    </figure>
  );
}

function TrackPicture({ track, atS }: { track: Track; atS: number }) {
  const { path, here, scaleM, scalePx, widthPx, heightPx } = trackPicture(track, atS);
  return (
    <figure className={styles.picture}>
      <svg
        viewBox={`0 0 ${widthPx} ${heightPx}`}
        style={{ width: widthPx }}
        role="img"
        aria-label="Track over ground, north up"
      >
        <path d={path} className={styles.track} />
        <circle cx={here[0]} cy={here[1]} r={5} className={styles.here} />
        <path d={`M4 ${heightPx - 4}h${scalePx}`} className={styles.craft} />
      </svg>
      <figcaption>
        <b>{scaleM} m</b> track, north up{track.from === "positions" ? "" : ", from speed and course, which drifts"}
      </figcaption>
    </figure>
  );
}
