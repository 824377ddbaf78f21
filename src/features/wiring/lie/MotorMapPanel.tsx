"use client";

import { Button, Radio, Select } from "antd";
import { useState } from "react";
import { motorGuide } from "@/core/refit/alignment/guides";
import { MOTOR_LAYOUTS, type MotorLayout } from "@/core/refit/alignment/motorLayouts";
import { motorOrderOf } from "@/core/refit/alignment/motorOrder";
import { type PropsTurn } from "@/core/refit/alignment/motorMap";
import { type Shape } from "@/core/craft/spots";
import { type WiringCase } from "@/core/refit/wiring/wiringCase";
import { FailureNotice } from "@/shared/FailureNotice";
import { useVerb } from "@/shared/useVerb";
import { type DrawnAnswer } from "@/workers/server/planTask";
import styles from "../Wiring.module.css";
import { keepMotorMapAction } from "../wiring.action";

const TURNS: { value: PropsTurn; label: string }[] = [
  { value: "in", label: "in" },
  { value: "out", label: "out" },
];

interface Props {
  target: { jobId: number; version: number };
  mayEdit: boolean;
  shape: Shape;
  wiring: WiringCase;
  plan: DrawnAnswer["plan"];
}

/** From the old board's numbers to the new one's: which motor hangs on which output, and which way it must turn. */
export function MotorMapPanel({ target, mayEdit, shape, wiring, plan }: Props) {
  const { motorCount } = shape;
  const keep = useVerb(keepMotorMapAction);
  const layouts = MOTOR_LAYOUTS.filter(({ motors }) => motorCount > 1 && motors.length === motorCount);
  const [layout, setLayout] = useState<MotorLayout | undefined>(layouts[0]);
  const [before, setBefore] = useState<string[] | null>(null);
  const [after, setAfter] = useState<string[] | null>(null);
  const [was, setWas] = useState<PropsTurn>("in");
  const [becomes, setBecomes] = useState<PropsTurn>("in");
  if (!layout) return null;
  const choose = (id: string) => {
    const next = layouts.find((each) => each.id === id);
    setLayout(next);
    setBefore(null);
    setAfter(null);
  };
  // Until a person says otherwise: what the wires say, else the frame's own order.
  const { devices, oldBoard, board, oldWires = [] } = wiring;
  const signalOf = ({ device, pad, need }: { device: string; pad: string; need: string }) => ({ device, pad, need });
  const said = {
    before: oldBoard ? motorOrderOf(layout, shape, oldBoard, devices, oldWires.map(signalOf)) : null,
    after: motorOrderOf(layout, shape, board, devices, plan?.wires.map(signalOf) ?? []),
  };
  const oldOrder = before ?? said.before ?? idsOf(layout);
  const newOrder = after ?? said.after ?? idsOf(layout);
  return (
    <section className="panel stack" aria-label="Motor map">
      <h2>Motor map</h2>
      <FailureNotice failure={keep.failure} onReload={keep.reload} />
      <p className={styles.small}>
        {said.after
          ? "The new board’s outputs are those of the plan."
          : "The plan does not say which motor each ESC drives: name the ESCs by their corner, or say it here."}
      </p>
      <div className={styles.fields}>
        <div className={styles.field}>
          <span className={styles.small} aria-hidden>
            Frame
          </span>
          <Select
            aria-label="Frame"
            style={{ width: 150 }}
            value={layout.id}
            options={layouts.map(({ id, name }) => ({ value: id, label: name }))}
            onChange={choose}
          />
        </div>
        <TurnField label="Props turned" name="Props turned" value={was} onChange={setWas} />
        <TurnField label="shall turn" name="Props shall turn" value={becomes} onChange={setBecomes} />
      </div>
      <Orders {...{ layout, oldOrder, newOrder }} onOld={setBefore} onNew={setAfter} />
      <ul>
        {motorGuide(layout, oldOrder, newOrder, was, becomes).map((line) => (
          <li key={line}>{line}</li>
        ))}
      </ul>
      {mayEdit && (
        <Button
          loading={keep.isBusy}
          onClick={() =>
            void keep.run({ ...target, layout: layout.id, before: oldOrder, after: newOrder, was, becomes })
          }
        >
          Prove by this map
        </Button>
      )}
    </section>
  );
}

/** Which motor each output drove, and drives. */
function Orders({
  layout,
  oldOrder,
  newOrder,
  onOld,
  onNew,
}: {
  layout: MotorLayout;
  oldOrder: string[];
  newOrder: string[];
  onOld: (order: string[]) => void;
  onNew: (order: string[]) => void;
}) {
  return (
    <table className={styles.wires}>
      <thead>
        <tr>
          <th>Output</th>
          <th>Old board drove</th>
          <th>New board drives</th>
        </tr>
      </thead>
      <tbody>
        {layout.motors.map((_, output) => (
          <tr key={output}>
            <td className="number">{output + 1}</td>
            <td>
              <Order layout={layout} order={oldOrder} output={output} what="Old board" onChange={onOld} />
            </td>
            <td>
              <Order layout={layout} order={newOrder} output={output} what="New board" onChange={onNew} />
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

function TurnField(props: { label: string; name: string; value: PropsTurn; onChange: (turn: PropsTurn) => void }) {
  return (
    <div className={styles.field}>
      <span className={styles.small}>{props.label}</span>
      <Radio.Group
        aria-label={props.name}
        optionType="button"
        value={props.value}
        options={TURNS}
        onChange={(event) => props.onChange(event.target.value as PropsTurn)}
      />
    </div>
  );
}

/** One output's motor; the one that had it changes places with it. */
function Order({
  layout,
  order,
  output,
  what,
  onChange,
}: {
  layout: MotorLayout;
  order: readonly string[];
  output: number;
  what: string;
  onChange: (order: string[]) => void;
}) {
  const swap = (motor: string) => {
    const other = order.indexOf(motor);
    onChange(order.map((each, index) => (index === output ? motor : index === other ? order[output]! : each)));
  };
  return (
    <Select
      size="small"
      style={{ width: "100%", minWidth: 110 }}
      aria-label={`${what}, output ${output + 1}`}
      value={order[output]}
      options={layout.motors.map(({ id }) => ({ value: id, label: id }))}
      onChange={swap}
    />
  );
}

function idsOf(layout: MotorLayout | undefined): string[] {
  return layout?.motors.map(({ id }) => id) ?? [];
}
