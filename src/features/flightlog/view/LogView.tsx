"use client";

import { Button } from "antd";
import { type KeyboardEvent, type ReactNode, useState } from "react";
import { type FlightlogClient } from "@/workers/flightlog/flightlogClient";
import { type Judgement, type LogColumn, type ShownVerdict } from "./flightlog.schema";
import { type Lane, lanesFor, lanesOf, lastSeconds, type Range, turned } from "./lanes";
import { LogChart, type Mark, SpectrumChart } from "./LogChart";
import styles from "./LogLab.module.css";
import { useLogPicture, useLogSpectra } from "./useLogPicture";
import { titleOf } from "./VerdictList";

interface Props {
  client: () => FlightlogClient;
  /** Names the log in hand. */
  logKey: string;
  columns: readonly LogColumn[];
  durationS: number;
  judgement: Judgement;
  chosen: ShownVerdict | null;
  range: Range;
  onRange: (range: Range) => void;
  notes: readonly { atS: number; note: string }[];
  /** What stands below the plots: a remark's field. */
  children?: ReactNode;
}

/** A log over time or over frequency: chosen channels, the stretch in view, what the verdict speaks of marked. */
export function LogView({
  client,
  logKey,
  columns,
  durationS,
  judgement,
  chosen,
  range,
  onRange,
  notes,
  children,
}: Props) {
  const lanes = lanesOf(columns);
  const [own, setOwn] = useState<{ of: string; ids: string[] } | null>(null);
  const [isSpectrum, setSpectrum] = useState(false);
  const subject = `${logKey} ${chosen?.code ?? ""} ${chosen?.axis ?? ""}`;
  const ids = own?.of === subject ? own.ids : lanesFor(chosen, lanes);
  const shown = ids.flatMap((id) => lanes.filter((lane) => lane.id === id));
  const toggle = (id: string) =>
    setOwn({ of: subject, ids: ids.includes(id) ? ids.filter((each) => each !== id) : [...ids, id] });
  const move = (how: { shift?: number; factor?: number }) => onRange(turned(range, durationS, how));
  const keys = (event: KeyboardEvent) => {
    const how = { ArrowLeft: { shift: -0.2 }, ArrowRight: { shift: 0.2 }, "+": { factor: 0.5 }, "-": { factor: 2 } }[
      event.key
    ];
    if (!how || (event.target as HTMLElement).closest("input, textarea, select")) return;
    event.preventDefault();
    move(how);
  };
  return (
    <div
      className={`panel stack ${styles.view}`}
      tabIndex={0}
      onKeyDown={keys}
      role="group"
      aria-label="The log over time"
    >
      <div className={styles.chips}>
        <Button onClick={() => onRange({ fromS: 0, toS: durationS })}>Whole flight</Button>
        <Button onClick={() => onRange(lastSeconds(judgement.phases, durationS))}>Last 5 s before the ground</Button>
        <Button aria-label="Earlier" onClick={() => move({ shift: -0.5 })}>
          ←
        </Button>
        <Button aria-label="Later" onClick={() => move({ shift: 0.5 })}>
          →
        </Button>
        <Button aria-label="Closer" onClick={() => move({ factor: 0.5 })}>
          +
        </Button>
        <Button aria-label="Wider" onClick={() => move({ factor: 2 })}>
          −
        </Button>
        <span className="number">
          {range.fromS.toFixed(2)} to {range.toS.toFixed(2)} s
        </span>
        <button
          type="button"
          className={styles.chip}
          aria-pressed={isSpectrum}
          onClick={() => setSpectrum(!isSpectrum)}
        >
          Spectrum
        </button>
      </div>
      <div className={styles.chips} role="group" aria-label="Channels">
        {lanes.map(({ id, name }) => (
          <button
            key={id}
            type="button"
            className={styles.chip}
            aria-pressed={ids.includes(id)}
            onClick={() => toggle(id)}
          >
            {name}
          </button>
        ))}
      </div>
      {isSpectrum ? (
        <Spectra {...{ client, logKey, lanes: shown, range, chosen }} />
      ) : (
        <Times {...{ client, logKey, lanes: shown, range, onRange, marks: marksOf(chosen, notes) }} />
      )}
      {children}
    </div>
  );
}

/** Long enough to be seen, s. */
const MOMENT_S = 0.25;

function marksOf(chosen: ShownVerdict | null, notes: readonly { atS: number; note: string }[]): Mark[] {
  return [
    ...(chosen ? spansOf(chosen) : []),
    ...notes.map(({ atS, note }) => ({
      fromS: atS,
      toS: atS,
      label: note.length > 30 ? `${note.slice(0, 28)}…` : note,
    })),
  ];
}

/** Where a verdict speaks of: each of its moments, or its whole stretch. */
function spansOf(verdict: ShownVerdict): Mark[] {
  const { momentsS, fromS, toS } = verdict;
  const label = titleOf(verdict);
  return momentsS?.map((atS) => ({ fromS: atS, toS: atS + MOMENT_S, label })) ?? [{ fromS, toS, label }];
}

interface PictureProps {
  client: () => FlightlogClient;
  logKey: string;
  lanes: readonly Lane[];
  range: Range;
}

function Times({
  client,
  logKey,
  lanes,
  range,
  onRange,
  marks,
}: PictureProps & { onRange: (range: Range) => void; marks: readonly Mark[] }) {
  const { pictures, message, isEmpty } = useLogPicture(client, logKey, lanes, range);
  if (lanes.length === 0) return <p className="soft">Choose a channel above.</p>;
  return (
    <>
      {message && <p className="bad">{message}</p>}
      {isEmpty && !message && <p className="soft">Drawing…</p>}
      <LogChart lanes={lanes} pictures={pictures} range={range} marks={marks} onRange={onRange} />
    </>
  );
}

function Spectra({ client, logKey, lanes, range, chosen }: PictureProps & { chosen: ShownVerdict | null }) {
  const lane = lanes[0];
  const { spectra, message } = useLogSpectra(client, logKey, lane, range);
  if (!lane) return <p className="soft">Choose a channel above.</p>;
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
      <SpectrumChart lane={lane} spectra={spectra} lines={lines} />
    </>
  );
}
