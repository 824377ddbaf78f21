"use client";

import { Button } from "antd";
import { type KeyboardEvent, type ReactNode, useMemo, useState } from "react";
import { whose } from "@/workers/flightlog/beside";
import { type FlightlogClient } from "@/workers/flightlog/flightlogClient";
import { type Judgement, type LogColumn, type Look, LOOK_MODES, type ShownVerdict } from "../flightlog.schema";
import styles from "../LogLab.module.css";
import { titleOf } from "../VerdictList";
import { type Lane, lastSeconds, type Range, turned } from "./lanes";
import { heightOf, LogChart, type Mark } from "./LogChart";
import { verdictOf } from "./look";
import { MomentPanel } from "./MomentPanel";
import { SpectraView, SpectrumMapView } from "./SpectraView";
import { useLogPicture } from "./useLogPicture";

interface Props {
  client: () => FlightlogClient;
  /** Names the log in hand. */
  logKey: string;
  fileName: string;
  columns: readonly LogColumn[];
  lanes: readonly Lane[];
  durationS: number;
  judgement: Judgement;
  look: Look;
  onLook: (look: Look) => void;
  notes: readonly { atS: number; note: string }[];
  /** What stands below the plots: a remark's field. */
  children?: ReactNode;
}

const MODE_NAMES: Readonly<Record<Look["mode"], string>> = {
  time: "Over time",
  spectrum: "Spectrum",
  "map-output": "Spectrum by output",
  "map-speed": "Spectrum by motor speed",
};

/** A log over time or over frequency: chosen channels, the stretch in view, what the verdict speaks of marked. */
export function LogView({
  client,
  logKey,
  fileName,
  columns,
  lanes,
  durationS,
  judgement,
  look,
  onLook,
  notes,
  children,
}: Props) {
  const [pointedS, setPointedS] = useState<number | null>(null);
  const chosen = verdictOf(look, judgement);
  // Kept between renders, so that moving the pointer draws no chart anew.
  const shown = useMemo(() => look.lanes.flatMap((id) => lanes.filter((lane) => lane.id === id)), [look.lanes, lanes]);
  const marks = useMemo(() => marksOf(chosen, notes), [chosen, notes]);
  const toggle = (id: string) =>
    onLook({
      ...look,
      lanes: look.lanes.includes(id) ? look.lanes.filter((each) => each !== id) : [...look.lanes, id],
    });
  const turn = (range: Range) => onLook({ ...look, ...range });
  const move = (how: { shift?: number; factor?: number }) => turn(turned(look, durationS, how));
  const keys = (event: KeyboardEvent) => {
    const how = { ArrowLeft: { shift: -0.2 }, ArrowRight: { shift: 0.2 }, "+": { factor: 0.5 }, "-": { factor: 2 } }[
      event.key
    ];
    if (!how || (event.target as HTMLElement).closest("input, textarea, select")) return;
    event.preventDefault();
    move(how);
  };
  const isInView = pointedS !== null && pointedS >= look.fromS && pointedS <= look.toS;
  return (
    <div
      className={`panel stack ${styles.view}`}
      tabIndex={0}
      onKeyDown={keys}
      role="group"
      aria-label="The log over time"
    >
      <Stretch {...{ look, durationS, judgement }} onTurn={turn} onMove={move} />
      <Modes
        mode={look.mode}
        hasSpeeds={lanes.some(({ id }) => id === "speeds")}
        onMode={(mode) => onLook({ ...look, mode })}
      />
      <ChannelChips lanes={lanes} chosen={look.lanes} onToggle={toggle} />
      <MomentPanel
        {...{ client, logKey, columns }}
        atS={isInView ? pointedS : (look.fromS + look.toS) / 2}
        isPointed={isInView}
      />
      {shown.length === 0 && <p className="soft">Choose a channel above.</p>}
      {look.mode === "time" && shown.length > 0 && (
        <Times
          {...{ client, logKey, fileName, lanes: shown, range: look, marks }}
          onRange={turn}
          onPoint={setPointedS}
        />
      )}
      {look.mode === "spectrum" && <SpectraView {...{ client, logKey, fileName, lanes: shown, range: look, chosen }} />}
      {(look.mode === "map-output" || look.mode === "map-speed") && (
        <SpectrumMapView
          {...{ client, logKey, fileName, columns, range: look }}
          lanes={shown.filter(({ id }) => !whose(id).isBeside)}
          against={look.mode === "map-output" ? "output" : "speed"}
        />
      )}
      {children}
    </div>
  );
}

/** Which stretch of the log is in view, and the ways to another one. */
function Stretch({
  look,
  durationS,
  judgement,
  onTurn,
  onMove,
}: Pick<Props, "look" | "durationS" | "judgement"> & {
  onTurn: (range: Range) => void;
  onMove: (how: { shift?: number; factor?: number }) => void;
}) {
  return (
    <div className={styles.chips}>
      <Button onClick={() => onTurn({ fromS: 0, toS: durationS })}>Whole flight</Button>
      <Button onClick={() => onTurn(lastSeconds(judgement.phases, durationS))}>Last 5 s before the ground</Button>
      <Button aria-label="Earlier" onClick={() => onMove({ shift: -0.5 })}>
        ←
      </Button>
      <Button aria-label="Later" onClick={() => onMove({ shift: 0.5 })}>
        →
      </Button>
      <Button aria-label="Closer" onClick={() => onMove({ factor: 0.5 })}>
        +
      </Button>
      <Button aria-label="Wider" onClick={() => onMove({ factor: 2 })}>
        −
      </Button>
      <span className="number">
        {look.fromS.toFixed(2)} to {look.toS.toFixed(2)} s
      </span>
    </div>
  );
}

/** How the log is drawn; over the speeds only where it has some. */
function Modes({
  mode,
  hasSpeeds,
  onMode,
}: {
  mode: Look["mode"];
  hasSpeeds: boolean;
  onMode: (mode: Look["mode"]) => void;
}) {
  return (
    <div className={styles.chips} role="group" aria-label="Drawn as">
      {LOOK_MODES.filter((each) => each !== "map-speed" || hasSpeeds).map((each) => (
        <button
          key={each}
          type="button"
          className={styles.chip}
          aria-pressed={each === mode}
          onClick={() => onMode(each)}
        >
          {MODE_NAMES[each]}
        </button>
      ))}
    </div>
  );
}

/** Chips that stand there at once; the rest of a rich log come on demand. */
const CHIPS_AT_ONCE = 9;

function ChannelChips({
  lanes,
  chosen,
  onToggle,
}: {
  lanes: readonly Lane[];
  chosen: readonly string[];
  onToggle: (id: string) => void;
}) {
  const [areAllShown, setAllShown] = useState(false);
  const first = new Set(lanes.slice(0, CHIPS_AT_ONCE).map(({ id }) => id));
  const shown = areAllShown ? lanes : lanes.filter(({ id }) => first.has(id) || chosen.includes(id));
  return (
    <div className={styles.chips} role="group" aria-label="Channels">
      {shown.map(({ id, name }) => (
        <button
          key={id}
          type="button"
          className={styles.chip}
          aria-pressed={chosen.includes(id)}
          onClick={() => onToggle(id)}
        >
          {name}
        </button>
      ))}
      {(areAllShown || shown.length < lanes.length) && (
        <button
          type="button"
          className={styles.more}
          aria-expanded={areAllShown}
          onClick={() => setAllShown(!areAllShown)}
        >
          {areAllShown ? "Fewer" : `${lanes.length - shown.length} more`}
        </button>
      )}
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

function Times({
  client,
  logKey,
  fileName,
  lanes,
  range,
  onRange,
  onPoint,
  marks,
}: {
  client: () => FlightlogClient;
  logKey: string;
  fileName: string;
  lanes: readonly Lane[];
  range: Range;
  onRange: (range: Range) => void;
  onPoint: (atS: number) => void;
  marks: readonly Mark[];
}) {
  const { drawn, message } = useLogPicture(client, logKey, lanes, range);
  return (
    <>
      {message && <p className="bad">{message}</p>}
      {!drawn && !message && (
        <p className="soft" style={{ minHeight: heightOf(lanes) }}>
          Drawing…
        </p>
      )}
      {drawn && <LogChart {...{ fileName, lanes, marks, onRange, onPoint, ...drawn }} />}
    </>
  );
}
