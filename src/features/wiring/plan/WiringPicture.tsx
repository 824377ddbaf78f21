"use client";

import { Fragment } from "react";
import { needWords } from "@/core/refit/wiring/wiringWords";
import { type WiringCase } from "@/core/refit/wiring/wiringCase";
import styles from "../Wiring.module.css";
import { WIRE_COLOURS } from "./wireColours";
import { DEVICE_HEIGHT, DEVICE_WIDTH, type DrawnBoard, type DrawnWire, type WiringDrawing } from "./wiringPicture";

interface Props {
  wiring: WiringCase;
  drawing: WiringDrawing;
  /** "device need" of the need in hand, or the device alone. */
  selected?: string | null;
  onSelect?: (device: string, need: string) => void;
  pinned?: readonly string[];
}

/** Old board, devices and new board with every wire in its colour. What is in hand stands out from the rest. */
export function WiringPicture({ wiring, drawing, selected = null, onSelect, pinned = [] }: Props) {
  const { width, height, left, right, devices, wires, oldWires } = drawing;
  const isFaint = (device: string, need: string) =>
    selected !== null && selected !== `${device} ${need}` && selected !== device;
  const label = `${wires.length} wires on ${right.name}${left ? `, before on ${left.name}` : ""}. All of them stand in the list below.`;
  const used = new Map(wires.map((wire) => [wire.pad, wire]));
  const usedBefore = new Map(oldWires.map((wire) => [wire.pad, wire]));
  return (
    <svg className={styles.picture} viewBox={`0 0 ${width} ${height}`} role="img" aria-label={label}>
      {left && <BoardShape board={left} isOld />}
      <BoardShape board={right} />
      {[...oldWires, ...wires].map((wire) => (
        <g
          key={wire.key}
          className={styles.wire}
          data-faint={isFaint(wire.device, wire.need)}
          onClick={() => onSelect?.(wire.device, wire.need)}
        >
          <title>{titleOf(wiring, wire)}</title>
          <path d={wire.path} className={styles.reach} />
          <path d={wire.path} className={styles.casing} />
          <path
            d={wire.path}
            stroke={WIRE_COLOURS[wire.colour]}
            className={styles.core}
            strokeDasharray={wire.isMoved ? "9 3" : undefined}
          />
        </g>
      ))}
      {left && <Pads board={left} used={usedBefore} pinned={[]} onSelect={onSelect} />}
      <Pads board={right} used={used} pinned={pinned} onSelect={onSelect} />
      {left && <BoardName board={left} words={`${left.name}, comes out`} />}
      <BoardName board={right} words={right.name} />
      {devices.map(({ id, name, x, y, isOut }) => (
        <g
          key={id}
          className={styles.device}
          data-out={isOut}
          data-faint={selected !== null && selected !== id && !selected.startsWith(`${id} `)}
        >
          <rect x={x} y={y} width={DEVICE_WIDTH} height={DEVICE_HEIGHT} />
          <text x={x + DEVICE_WIDTH / 2} y={y + DEVICE_HEIGHT / 2 + 4.5} textAnchor="middle">
            {cut(name)}
          </text>
        </g>
      ))}
    </svg>
  );
}

function BoardShape({ board, isOld = false }: { board: DrawnBoard; isOld?: boolean }) {
  const { x, y, width, height, forwardDeg } = board;
  const middle = `${x + width / 2} ${y + height / 2}`;
  return (
    <g className={styles.board} data-old={isOld}>
      <rect x={x} y={y} width={width} height={height} rx={8} />
      {forwardDeg !== null && (
        <path
          className={styles.arrow}
          transform={`translate(${middle}) rotate(${forwardDeg})`}
          d="M 0 -34 L 15 -6 L 6 -6 L 6 26 L -6 26 L -6 -6 L -15 -6 Z"
        />
      )}
    </g>
  );
}

/** Above the wires, so that none strikes it out. */
function BoardName({ board: { x, y, width }, words }: { board: DrawnBoard; words: string }) {
  return (
    <text x={x + width / 2} y={y - 10} textAnchor="middle" className={styles.boardName}>
      {words}
    </text>
  );
}

function Pads({
  board,
  used,
  pinned,
  onSelect,
}: {
  board: DrawnBoard;
  used: ReadonlyMap<string, DrawnWire>;
  pinned: readonly string[];
  onSelect?: Props["onSelect"];
}) {
  return board.pads.map(({ name, x, y, labelX, labelY, anchor }) => {
    const wire = used.get(name);
    return (
      <Fragment key={name}>
        <rect
          className={styles.pad}
          data-used={wire !== undefined}
          x={x - 6}
          y={y - 6}
          width={12}
          height={12}
          rx={2}
          style={wire && { fill: WIRE_COLOURS[wire.colour] }}
          onClick={() => wire && onSelect?.(wire.device, wire.need)}
        />
        <text className={styles.padName} data-used={wire !== undefined} x={labelX} y={labelY} textAnchor={anchor}>
          {name}
          {pinned.includes(name) ? " •" : ""}
        </text>
      </Fragment>
    );
  });
}

function titleOf(wiring: WiringCase, { device, need, line, pad }: DrawnWire): string {
  const known = wiring.devices.find(({ id }) => id === device)!;
  const asked = known.needs.find(({ id }) => id === need)!;
  return `${known.name}: ${needWords(asked)}${line === "wire" ? "" : ` (${line})`} on ${pad}`;
}

function cut(name: string): string {
  return name.length > 27 ? `${name.slice(0, 26)}…` : name;
}
