"use client";

import { Button, InputNumber, Select } from "antd";
import { useState } from "react";
import { DEVICE_TYPES } from "@/core/refit/shelf/deviceTypes";
import { type Board } from "@/core/refit/wiring/board";
import { type Device, type Line, linesOf, type Need, type Wire } from "@/core/refit/wiring/wiringCase";
import { serves } from "@/core/refit/wiring/wiringModel";
import { needWords } from "@/core/refit/wiring/wiringWords";
import { type WiringRoomData } from "../getWiringRoom";
import { type PlanDraft, withDevices } from "./planDraft";
import { SupplyFields } from "../firstPower/SupplyFields";
import styles from "../Wiring.module.css";
import { WIRE_COLOURS } from "./wireColours";

interface Props {
  data: WiringRoomData;
  draft: PlanDraft;
  isBusy: boolean;
  onChange: (next: Partial<PlanDraft>) => void;
}

/** The two boards, what is on the craft, and where its wires are now. */
export function DescribeCraft({ data, draft, isBusy, onChange }: Props) {
  const { mayEdit, wiring, craftName } = data;
  return (
    <section className="panel stack" aria-label="Boards and devices">
      <h2>Boards and what is on {craftName}</h2>
      <BoardFields {...{ data, draft, isBusy, onChange }} />
      {draft.board === "" ? (
        <p className="soft">
          Choose the board that goes in; then say what hangs on the craft, and where its wires are now.
        </p>
      ) : (
        <details open={draft.oldWires.length === 0}>
          <summary className={styles.summary}>
            What is on the craft: {draft.devices.length} devices · {draft.oldWires.length} wires written down
          </summary>
          <div className="stack">
            {draft.devices.length > 0 && (
              <DeviceTable oldBoard={wiring?.oldBoard} draft={draft} mayEdit={mayEdit && !isBusy} onChange={onChange} />
            )}
            {mayEdit && <AddDevice motorCount={data.shape.motorCount} {...{ draft, isBusy, onChange }} />}
          </div>
        </details>
      )}
    </section>
  );
}

/** Which board comes out, and which goes in. */
function BoardFields({ data: { boards, mayEdit }, draft, isBusy, onChange }: Props) {
  const options = boards.map((name) => ({ value: name, label: name }));
  return (
    <div className={styles.fields}>
      <div className={styles.field}>
        <span className={styles.small} aria-hidden>
          Comes out
        </span>
        <Select
          aria-label="Comes out"
          style={{ width: 230 }}
          value={draft.oldBoard ?? ""}
          options={[{ value: "", label: "not described" }, ...options]}
          showSearch
          disabled={!mayEdit || isBusy || draft.board === ""}
          onChange={(name) => onChange({ oldBoard: name || null })}
        />
      </div>
      <div className={styles.field}>
        <span className={styles.small} aria-hidden>
          Goes in
        </span>
        <Select
          aria-label="Goes in"
          style={{ width: 230 }}
          value={draft.board || undefined}
          placeholder="Choose the new board"
          options={options}
          showSearch
          disabled={!mayEdit || isBusy}
          onChange={(board) => onChange({ board, pins: [], forbids: [] })}
        />
      </div>
    </div>
  );
}

/** Every wire of every device, with where it is now. */
function DeviceTable({
  oldBoard,
  draft,
  mayEdit,
  onChange,
}: Pick<Props, "draft" | "onChange"> & { oldBoard: Board | undefined; mayEdit: boolean }) {
  return (
    <div className={styles.scroll}>
      <table className={styles.wires}>
        <thead>
          <tr>
            <th>Device</th>
            <th>Wire</th>
            <th>{oldBoard ? `On ${oldBoard.name} at` : "Was at"}</th>
            <th>Colour</th>
            <th>
              <span className="visually-hidden">Take off</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {draft.devices.map((device) => (
            <DeviceRows key={device.id} {...{ device, oldBoard, draft, mayEdit, onChange }} />
          ))}
        </tbody>
      </table>
    </div>
  );
}

/** Puts devices of a type on the craft. */
function AddDevice({
  motorCount,
  draft,
  isBusy,
  onChange,
}: Pick<Props, "draft" | "isBusy" | "onChange"> & { motorCount: number }) {
  const [type, setType] = useState<string>("esc");
  const [count, setCount] = useState<number>(motorCount);
  const add = () => {
    const found = DEVICE_TYPES.find(({ id }) => id === type);
    if (found) onChange({ devices: withDevices(draft.devices, found, count) });
  };
  return (
    <div className={styles.fields}>
      <div className={styles.field}>
        <span className={styles.small} aria-hidden>
          Add
        </span>
        <Select
          aria-label="Add"
          style={{ width: 270 }}
          value={type}
          showSearch
          optionFilterProp="label"
          options={DEVICE_TYPES.map(({ id, name }) => ({ value: id, label: name }))}
          onChange={(id) => {
            setType(id);
            setCount(id.startsWith("esc") && id !== "esc-telemetry" ? motorCount : 1);
          }}
        />
      </div>
      <label className={styles.field}>
        <span className={styles.small}>how many</span>
        <InputNumber style={{ width: 80 }} min={1} max={16} value={count} onChange={(value) => setCount(value ?? 1)} />
      </label>
      <Button onClick={add} disabled={isBusy}>
        Add to the craft
      </Button>
    </div>
  );
}

function DeviceRows({
  device,
  oldBoard,
  draft,
  mayEdit,
  onChange,
}: {
  device: Device;
  oldBoard: Board | undefined;
  draft: PlanDraft;
  mayEdit: boolean;
  onChange: Props["onChange"];
}) {
  const [labelled, setLabelled] = useState<string | null>(null);
  const relabel = (label: Need | null) => {
    setLabelled(null);
    if (!label) return;
    const needs = device.needs.map((need) => (need.id === label.id ? label : need));
    onChange({ devices: draft.devices.map((each) => (each.id === device.id ? { ...each, needs } : each)) });
  };
  const rows = device.needs.flatMap((need) => linesOf(need).map((line) => ({ need, line })));
  const wireOf = (need: Need, line: Line) =>
    draft.oldWires.find((wire) => wire.device === device.id && wire.need === need.id && (wire.line ?? line) === line);
  const put = (need: Need, line: Line, change: Partial<Wire>) => {
    const old = wireOf(need, line);
    const next = { device: device.id, need: need.id, line, pad: "", ...old, ...change };
    const rest = draft.oldWires.filter((wire) => wire !== old);
    onChange({ oldWires: next.pad === "" ? rest : [...rest, next] });
  };
  return rows.map(({ need, line }, index) => (
    <WireRow
      key={`${need.id} ${line}`}
      device={device}
      need={need}
      line={line}
      isFirst={index === 0}
      oldBoard={oldBoard}
      wire={wireOf(need, line)}
      isLabelled={labelled === need.id}
      mayEdit={mayEdit}
      onLabel={() => setLabelled(need.id)}
      onRelabel={relabel}
      onPut={(change) => put(need, line, change)}
      onTakeOff={() => onChange({ devices: draft.devices.filter(({ id }) => id !== device.id) })}
    />
  ));
}

/** One wire of a device: what it is, where it was, which colour it has. */
function WireRow({
  device,
  need,
  line,
  isFirst,
  oldBoard,
  wire,
  isLabelled,
  mayEdit,
  onLabel,
  onRelabel,
  onPut,
  onTakeOff,
}: {
  device: Device;
  need: Need;
  line: Line;
  isFirst: boolean;
  oldBoard: Board | undefined;
  wire: Wire | undefined;
  /** True while its supply is put in as its label says. */
  isLabelled: boolean;
  mayEdit: boolean;
  onLabel: () => void;
  onRelabel: (label: Need | null) => void;
  onPut: (change: Partial<Wire>) => void;
  onTakeOff: () => void;
}) {
  const what = `${needWords(need)}${line === "wire" ? "" : `, ${line}`}`;
  return (
    <tr>
      <td>{isFirst && <strong>{device.name}</strong>}</td>
      <td>
        {need.kind === "power" && isLabelled ? (
          <SupplyFields device={device} need={need} onDone={onRelabel} />
        ) : (
          <>
            {what}{" "}
            {need.kind === "power" && mayEdit && (
              <button
                type="button"
                className={styles.link}
                aria-label={`As on the label of ${device.name}`}
                onClick={onLabel}
              >
                its label
              </button>
            )}
          </>
        )}
      </td>
      <WasAt {...{ oldBoard, need, line, wire, mayEdit, onPut }} name={`${device.name}, ${what}`} />
      <td>
        {isFirst && mayEdit && (
          <button type="button" className={styles.link} onClick={onTakeOff}>
            Take off
          </button>
        )}
      </td>
    </tr>
  );
}

/** Where a wire was on the old board, and its colour: two cells. */
function WasAt({
  name,
  oldBoard,
  need,
  line,
  wire,
  mayEdit,
  onPut,
}: {
  /** What the wire is, for those who cannot see the row. */
  name: string;
  oldBoard: Board | undefined;
  need: Need;
  line: Line;
  wire: Wire | undefined;
  mayEdit: boolean;
  onPut: (change: Partial<Wire>) => void;
}) {
  const asked = { ...need, inverted: false } as Need;
  const pads = oldBoard?.pads.filter(({ uses }) => uses.some((use) => serves(use, asked, line))) ?? [];
  return (
    <>
      <td>
        {oldBoard ? (
          <Select
            size="small"
            style={{ width: 100 }}
            aria-label={`${name}: was at`}
            value={wire?.pad ?? ""}
            disabled={!mayEdit}
            options={[{ value: "", label: "—" }, ...pads.map(({ name: pad }) => ({ value: pad, label: pad }))]}
            onChange={(pad) => onPut({ pad })}
          />
        ) : (
          <span className="soft">board not described</span>
        )}
      </td>
      <td>
        {wire && (
          <Select
            size="small"
            style={{ width: 110 }}
            aria-label={`${name}: colour`}
            value={wire.colour ?? ""}
            disabled={!mayEdit}
            options={[
              { value: "", label: "not noted" },
              ...Object.keys(WIRE_COLOURS).map((colour) => ({ value: colour, label: colour })),
            ]}
            onChange={(colour) => onPut({ colour: colour || undefined })}
          />
        )}
      </td>
    </>
  );
}
