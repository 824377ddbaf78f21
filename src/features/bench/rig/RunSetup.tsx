"use client";

import { Input, InputNumber, Select } from "antd";
import { channelOf, MEASURED_CHANNELS, shownAs } from "@/core/series/channels";
import { PROFILE_HELP } from "@/core/bench/run/profileText";
import { type RunLimits } from "@/core/bench/run/runLimits";
import { type PackChoice } from "@/features/packs/listPackChoices";
import styles from "../Bench.module.css";
import { type OptionField } from "../tables/optionFields";
import { type RunOptions } from "../runs/benchRun";

interface Props {
  profiles: readonly { name: string }[];
  /** Place of the profile; -1 for one written here. */
  profileAt: number;
  onProfile: (at: number) => void;
  text: string;
  onText: (text: string) => void;
  limits: RunLimits;
  onLimits: (limits: RunLimits) => void;
  fields: readonly OptionField[];
  /** Packs of the list to choose from; none where no pack is measured. */
  packs: readonly PackChoice[];
  /** Positions of the parts of which one is measured; none where that is no question. */
  places: readonly string[];
  options: RunOptions;
  onOptions: (options: RunOptions) => void;
}

const SHOWN_CHANNELS = ["voltage", "current", "speed", "thrust", "temperature", "esctemperature", "vibration", "power"];

const BOUNDS = [
  ["min", "at least"],
  ["max", "at most"],
  ["perS", "a second"],
] as const;

/** What must be set before each run: the profile, which part, and the amps and volts that cut it. */
export function RunBasics(props: Omit<Props, "fields" | "packs">) {
  const { profiles, profileAt, onProfile, text, onText, limits, onLimits, places, options, onOptions } = props;
  return (
    <>
      <label className={styles.field}>
        Profile
        <Select
          aria-label="Profile"
          value={profileAt}
          onChange={onProfile}
          options={[
            ...profiles.map(({ name }, value) => ({ value, label: name })),
            { value: -1, label: "One written by hand" },
          ]}
        />
      </label>
      {profileAt === -1 && (
        <label className={styles.field}>
          One step a line
          <Input.TextArea
            rows={5}
            value={text}
            onChange={(event) => onText(event.target.value)}
            placeholder={PROFILE_HELP.join("\n")}
            className="number"
          />
        </label>
      )}
      <UsualLimits limits={limits} onLimits={onLimits} />
      {places.length > 0 && (
        <label className={styles.field}>
          Which one
          <Select
            value={options.position ?? null}
            onChange={(position) => onOptions({ ...options, position })}
            options={places.map((value) => ({ value, label: value }))}
          />
        </label>
      )}
    </>
  );
}

/** What may be set besides: further limits, the pack, and what the verdict would like to know. */
export function RunSetup({ limits, onLimits, fields, packs, options, onOptions }: Props) {
  return (
    <>
      <MoreLimits limits={limits} onLimits={onLimits} />
      {packs.length > 0 && (
        <label className={styles.field}>
          Pack on the list
          <Select
            value={options.packId ?? null}
            allowClear
            placeholder="another one"
            options={packs.map(({ id, label }) => ({ value: id, label }))}
            onChange={(id: number | null | undefined) => {
              const chosen = packs.find((pack) => pack.id === id);
              const { capacityMah, cRating, chemistry, newMohm } = chosen ?? options;
              onOptions({ ...options, packId: id ?? null, capacityMah, cRating, chemistry, newMohm });
            }}
          />
        </label>
      )}
      {fields.length > 0 && (
        <div className={styles.limits}>
          {fields.map((field) => (
            <OptionInput
              key={field.name}
              field={field}
              value={options[field.name]}
              onChange={(value) => onOptions({ ...options, [field.name]: value })}
            />
          ))}
        </div>
      )}
    </>
  );
}

/** What cuts every run: amps and volts. */
function UsualLimits({ limits, onLimits }: Pick<Props, "limits" | "onLimits">) {
  const set = setterOf(limits, onLimits);
  return (
    <div className={styles.limits}>
      <Bound
        label="Amps at most"
        unit="A"
        value={limits.current?.max ?? null}
        onChange={(value) => set("current", "max", value)}
      />
      <Bound
        label="Volts at least"
        unit="V"
        value={limits.voltage?.min ?? null}
        onChange={(value) => set("voltage", "min", value)}
      />
    </div>
  );
}

/** Every channel that cuts, and those that could. */
function MoreLimits({ limits, onLimits }: Pick<Props, "limits" | "onLimits">) {
  const free = [...SHOWN_CHANNELS, ...MEASURED_CHANNELS]
    .filter((channel, at, all) => all.indexOf(channel) === at)
    .filter((channel) => !limits[channel]);
  const set = setterOf(limits, onLimits);
  return (
    <div className="stack">
      {Object.entries(limits).map(([channel, bounds]) => (
        <div key={channel} className={styles.limitRow}>
          <span>
            {channelOf(channel).label}, {shownAs(channel).unit}
          </span>
          {BOUNDS.map(([bound, label]) => (
            <Bound
              key={bound}
              label={label}
              value={bounds[bound] == null ? null : Number((bounds[bound] * shownAs(channel).factor).toFixed(3))}
              onChange={(value) => set(channel, bound, value === null ? null : value / shownAs(channel).factor)}
            />
          ))}
        </div>
      ))}
      <Select
        value={null}
        aria-label="Guard another channel"
        placeholder="Guard another channel"
        onChange={(channel: string | null) => channel && onLimits({ ...limits, [channel]: {} })}
        options={free.map((value) => ({ value, label: `${channelOf(value).label}, ${shownAs(value).unit}` }))}
      />
    </div>
  );
}

function setterOf(limits: RunLimits, onLimits: Props["onLimits"]) {
  return (channel: string, bound: "min" | "max" | "perS", value: number | null) =>
    onLimits({ ...limits, [channel]: { ...limits[channel], [bound]: value } });
}

/** A figure, or a choice, that a verdict needs. */
export function OptionInput({
  field,
  value,
  onChange,
}: {
  field: OptionField;
  value: RunOptions[OptionField["name"]];
  onChange: (value: number | string | null) => void;
}) {
  const { label, unit, choices } = field;
  return (
    <label className={styles.field}>
      {label}
      {choices ? (
        <Select
          value={value ?? choices[0]}
          onChange={onChange}
          options={choices.map((each) => ({ value: each, label: each }))}
        />
      ) : (
        <InputNumber
          min={field.min ?? 0.001}
          value={typeof value === "number" ? value : null}
          onChange={onChange}
          suffix={unit}
          style={{ width: "100%" }}
        />
      )}
    </label>
  );
}

function Bound(props: {
  label: string;
  unit?: string;
  value: number | null;
  onChange: (value: number | null) => void;
}) {
  const { label, unit, value, onChange } = props;
  return (
    <label className={styles.field}>
      {label}
      <InputNumber value={value} suffix={unit} style={{ width: "100%" }} onChange={onChange} />
    </label>
  );
}
