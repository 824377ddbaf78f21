"use client";

import { Button, Input, InputNumber, Select } from "antd";
import * as v from "valibot";
import { channelOf, MEASURED_CHANNELS } from "@/core/series/channels";
import { FileButton, JSON_FILES } from "@/shared/FileButton";
import { parseCommandMap } from "./instrument.schema";
import styles from "./Instruments.module.css";

/** As much of a map as its form needs while it is being typed: commands may still be empty. */
const Draft = v.looseObject({
  channels: v.array(v.looseObject({ channel: v.string(), query: v.string(), factor: v.optional(v.number(), 1) })),
  output: v.nullish(
    v.looseObject({
      drives: v.picklist(["throttle", "pulse"]),
      enable: v.string(),
      set: v.string(),
      cut: v.string(),
      confirm: v.string(),
      confirmed: v.string(),
      error: v.optional(v.string()),
    }),
    null,
  ),
});
type Draft = v.InferOutput<typeof Draft>;
type DraftChannel = Draft["channels"][number];
type DraftOutput = NonNullable<Draft["output"]>;

const NEW_OUTPUT: DraftOutput = { drives: "throttle", enable: "", set: "", cut: "", confirm: "", confirmed: "" };
const COMMANDS: readonly [Exclude<keyof DraftOutput, "drives">, string][] = [
  ["enable", "Switches it on"],
  ["set", "Sets it: {value} is 0 to 1, {output} the motor"],
  ["cut", "Cuts it"],
  ["confirm", "Asks after a cut"],
  ["confirmed", "The answer that confirms it"],
  ["error", "Asks for errors (optional)"],
];
const CHANNEL_OPTIONS = MEASURED_CHANNELS.map((value) => ({ value, label: channelOf(value).label }));

interface Props {
  /** The map as the small file that is kept of it. */
  value?: string;
  onChange?: (text: string) => void;
  /** Given by a form: for the label. */
  id?: string;
  /** The file's name when it is handed on. */
  name: string;
  mayDrive: boolean;
}

/** What is asked of an instrument for each channel, and how it is driven: as fields, with the file's own text behind them. */
export function CommandMapFields({ value = "", onChange, id, name, mayDrive }: Props) {
  const draft = readDraft(value);
  const write = (next: Draft) => onChange?.(JSON.stringify(next, null, 2));
  const checked = parseCommandMap(value);
  return (
    <div className="stack" id={id} role="group" aria-label="Command map">
      {draft ? (
        <>
          <Channels channels={draft.channels} onChange={(channels) => write({ ...draft, channels })} />
          {mayDrive && <Output output={draft.output ?? null} onChange={(output) => write({ ...draft, output })} />}
        </>
      ) : (
        <p className="bad">The text below is no command map, so it cannot be shown as fields.</p>
      )}
      {"problem" in checked && <p className="watch">▲ {checked.problem}</p>}
      <details open={!draft}>
        <summary>The map as a file</summary>
        <div className="stack">
          <Input.TextArea
            className="number"
            aria-label="The map as text"
            autoSize={{ minRows: 8, maxRows: 22 }}
            spellCheck={false}
            value={value}
            onChange={(event) => onChange?.(event.target.value)}
          />
          <div className="row">
            <FileButton
              label="Take a map from a file"
              accept={JSON_FILES}
              onFiles={([file]) => void file?.text().then((text) => onChange?.(text))}
            />
            <a
              href={`data:application/json;charset=utf-8,${encodeURIComponent(value)}`}
              download={`${name || "instrument"}.map.json`}
            >
              Map as a file
            </a>
          </div>
        </div>
      </details>
    </div>
  );
}

function readDraft(text: string): Draft | null {
  try {
    const parsed = v.safeParse(Draft, JSON.parse(text));
    return parsed.success ? parsed.output : null;
  } catch {
    return null;
  }
}

function Channels(props: { channels: readonly DraftChannel[]; onChange: (channels: DraftChannel[]) => void }) {
  const { channels, onChange } = props;
  const change = (at: number, over: Partial<DraftChannel>) =>
    onChange(channels.map((each, index) => (index === at ? { ...each, ...over } : each)));
  return (
    <div className={styles.channels}>
      {channels.map(({ channel, query, factor }, at) => (
        <div key={at} className={styles.channel}>
          <Select
            aria-label={`Channel ${at + 1}`}
            showSearch
            optionFilterProp="label"
            value={channel}
            options={CHANNEL_OPTIONS}
            onChange={(next: string) => change(at, { channel: next })}
          />
          <Input
            aria-label={`Asked for channel ${at + 1}`}
            className="number"
            value={query}
            onChange={(event) => change(at, { query: event.target.value })}
          />
          <InputNumber
            aria-label={`Factor of channel ${at + 1}`}
            prefix="×"
            value={factor}
            onChange={(next) => change(at, { factor: next ?? 1 })}
          />
          <Button
            aria-label={`Remove channel ${at + 1}`}
            onClick={() => onChange(channels.filter((_, index) => index !== at))}
          >
            ×
          </Button>
        </div>
      ))}
      <div>
        <Button onClick={() => onChange([...channels, { channel: "voltage", query: "", factor: 1 }])}>
          Add a channel
        </Button>
      </div>
    </div>
  );
}

function Output(props: { output: DraftOutput | null; onChange: (output: DraftOutput | null) => void }) {
  const { output, onChange } = props;
  if (!output) return <Button onClick={() => onChange(NEW_OUTPUT)}>It drives as well</Button>;
  return (
    <fieldset className={styles.output}>
      <legend className="label">How it is driven</legend>
      <Select
        aria-label="Drives"
        value={output.drives}
        options={[
          { value: "throttle", label: "Drives the throttle" },
          { value: "pulse", label: "Drives the servo, pulse in seconds" },
        ]}
        onChange={(drives: DraftOutput["drives"]) => onChange({ ...output, drives })}
      />
      {COMMANDS.map(([key, label]) => (
        <label key={key} className={styles.command}>
          {label}
          <Input
            className="number"
            value={output[key] as string | undefined}
            onChange={(event) => {
              const { [key]: _, ...rest } = output;
              const text = event.target.value;
              onChange(key === "error" && text === "" ? (rest as DraftOutput) : { ...output, [key]: text });
            }}
          />
        </label>
      ))}
      <Button onClick={() => onChange(null)}>It only measures</Button>
    </fieldset>
  );
}
