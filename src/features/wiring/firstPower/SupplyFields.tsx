"use client";

import { Button, Checkbox, InputNumber } from "antd";
import { useState } from "react";
import { type Device, type Need } from "@/core/refit/wiring/wiringCase";
import styles from "../Wiring.module.css";

type Supply = Extract<Need, { kind: "power" }>;

interface Props {
  device: Device;
  need: Supply;
  onDone: (need: Supply | null) => void;
}

const FIGURES = [
  ["minV", "from, V"],
  ["maxV", "to, V"],
  ["meanA", "mean, A"],
  ["peakA", "peak, A"],
] as const;

/** What stands on a device's own label: its volts, its amps, and what its supply must be. Kinds of devices are made up; this one is not. */
export function SupplyFields({ device, need, onDone }: Props) {
  const [label, setLabel] = useState(need);
  const isWhole = label.minV <= label.maxV && label.meanA <= (label.peakA ?? label.meanA);
  return (
    <div className={styles.fields} role="group" aria-label={`Label of ${device.name}`}>
      {FIGURES.map(([field, words]) => (
        <label key={field} className={styles.field}>
          <span className={styles.small}>{words}</span>
          <InputNumber
            size="small"
            style={{ width: 76 }}
            min={0}
            max={field.endsWith("V") ? 100 : 200}
            step={0.1}
            value={label[field]}
            onChange={(value) =>
              setLabel({ ...label, [field]: value ?? (field === "peakA" ? undefined : label[field]) })
            }
          />
        </label>
      ))}
      {(["usb", "quiet", "switchable"] as const).map((field) => (
        <Checkbox
          key={field}
          checked={label[field] ?? false}
          onChange={({ target: { checked } }) => setLabel({ ...label, [field]: checked || undefined })}
        >
          {{ usb: "alive on USB", quiet: "quiet supply", switchable: "can be switched" }[field]}
        </Checkbox>
      ))}
      <Button size="small" type="primary" disabled={!isWhole} onClick={() => onDone(label)}>
        As on its label
      </Button>
      <Button size="small" onClick={() => onDone(null)}>
        Leave it
      </Button>
      {!isWhole && <span className="bad">From is not above to, and mean not above peak.</span>}
    </div>
  );
}
