"use client";

import { useState } from "react";
import { unitOfRole } from "@/core/flightlog/channels/roles";
import { type FlightlogClient } from "@/workers/flightlog/flightlogClient";
import { type LogColumn, type ShownVerdict } from "../flightlog.schema";
import styles from "../LogLab.module.css";
import { roleText } from "./chartParts";
import { type Lane, type Range } from "./lanes";
import { SpectrumChart } from "./SpectrumChart";
import { SpectrumMapChart } from "./SpectrumMapChart";
import { useLogSpectra, useSpectrumMap } from "./useLogPicture";

interface Props {
  client: () => FlightlogClient;
  logKey: string;
  fileName: string;
  /** Those that are chosen; the first is drawn. */
  lanes: readonly Lane[];
  range: Range;
}

/** Spectra of the first lane's channels over the stretch in view. */
export function SpectraView({
  client,
  logKey,
  fileName,
  lanes,
  range,
  chosen,
}: Props & { chosen: ShownVerdict | null }) {
  const lane = lanes[0];
  const { spectra, message } = useLogSpectra(client, logKey, lane, range);
  if (!lane) return null;
  const lines =
    chosen?.unit === "Hz" && chosen.value != null ? [{ hz: chosen.value, label: `${chosen.value.toFixed(1)} Hz` }] : [];
  return (
    <>
      {message && <p className="bad">{message}</p>}
      {lanes.length > 1 && (
        <p className={styles.small}>
          Of {lane.name.toLowerCase()}, the first that is chosen, over the stretch in view.
        </p>
      )}
      <SpectrumChart fileName={fileName} lane={lane} spectra={spectra} lines={lines} />
    </>
  );
}

/** What shakes is looked at before what drives it. */
const SHAKEN = ["acceleration", "rates"];

/** One channel's spectra over the levels of output or speed. */
export function SpectrumMapView({
  client,
  logKey,
  fileName,
  columns,
  lanes,
  range,
  against,
}: Props & { columns: readonly LogColumn[]; against: "output" | "speed" }) {
  const lane = lanes.find(({ id }) => SHAKEN.includes(id)) ?? lanes[0];
  const [own, setOwn] = useState<string | null>(null);
  const role = lane?.roles.find((each) => each === own) ?? lane?.roles[0] ?? null;
  const has = (of: RegExp) => columns.map((column) => column.role).filter((each) => of.test(each));
  const speed = firstOf(has(/^rpm_\d+$/), has(/^head_speed$/));
  const output = firstOf(has(/^motor_\d+$/), has(/^throttle$/), has(/^collective$/));
  const drive = against === "speed" ? speed : output;
  const { map, message } = useSpectrumMap(client, logKey, role, { drive, speed }, range);
  if (!lane || role === null) return null;
  return (
    <>
      {lane.roles.length > 1 && (
        <div className={styles.chips} role="group" aria-label={`Of ${lane.name.toLowerCase()}`}>
          <span className={styles.small}>Of {lane.name.toLowerCase()}, over the stretch in view:</span>
          {lane.roles.map((each) => (
            <button
              key={each}
              type="button"
              className={styles.chip}
              aria-pressed={each === role}
              onClick={() => setOwn(each)}
            >
              {roleText(each, lane)}
            </button>
          ))}
        </div>
      )}
      {message ? (
        <p className="soft" role="status">
          {message}
        </p>
      ) : (
        map && (
          <SpectrumMapChart
            fileName={fileName}
            map={map}
            name={`${lane.name} ${roleText(role, lane)}`}
            unit={unitOfRole(role)}
            against={against}
          />
        )
      )}
      <p className={styles.small}>
        A line that follows the turning speed comes from a rotor: prop, bell or shaft. One that stays where it is comes
        from the frame: an arm, the stack, a loose screw.
      </p>
    </>
  );
}

function firstOf(...groups: string[][]): string[] {
  return groups.find((group) => group.length > 0) ?? [];
}
