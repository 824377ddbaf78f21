"use client";

import { Button, Form, Input, InputNumber, Select } from "antd";
import { useState } from "react";
import { CRAFT_KINDS, type CraftKind } from "@/core/craft/craftKinds";
import { PART_KIND_LIST, PART_KINDS, type PartKind } from "@/core/craft/partKinds";
import { nextPosition, numbered, SEVERAL, usualParts } from "@/core/craft/usualParts";
import styles from "./Craft.module.css";

interface Line {
  id?: number | null;
  kind?: PartKind;
  position?: string;
  name?: string;
  serial?: string;
  continuousA?: number | null;
}

interface Props {
  /** Where the list lies in the form. */
  path: (string | number)[];
  kind: CraftKind | undefined;
  motorCount: number | undefined;
  /** Which lines may be taken out; all without it. */
  mayRemove?: (line: Line | undefined) => boolean;
}

/** What is fitted: filled in from what such a craft usually has, copied line by line, serials scanned in a row. */
export function PartLines({ path, kind, motorCount, mayRemove = () => true }: Props) {
  const form = Form.useFormInstance();
  const lines = (Form.useWatch(path, form) ?? []) as (Line | undefined)[];
  const rotors = motorCount ?? (kind ? CRAFT_KINDS[kind].motors : 4);
  const deeds = useLineDeeds(path, kind, rotors);
  return (
    <>
      <p className="label">What is fitted</p>
      {kind && lines.length === 0 && (
        <p style={{ marginBottom: 8 }}>
          <Button onClick={deeds.fill}>
            Fill in what a {CRAFT_KINDS[kind].name.toLowerCase()} with {rotors} {rotors === 1 ? "motor" : "motors"}{" "}
            usually has
          </Button>
        </p>
      )}
      <Form.List name={path}>
        {(rows, { add, remove }) => (
          <>
            {rows.map(({ key, name }) => (
              <PartLine
                key={key}
                name={name}
                line={lines[name]}
                rotors={rotors}
                deeds={deeds}
                onRemove={mayRemove(lines[name]) ? () => remove(name) : null}
              />
            ))}
            <Button onClick={() => add()}>Add a part</Button>
          </>
        )}
      </Form.List>
      {lines.length > 1 && (
        <SerialsInARow
          lines={lines}
          onSerial={(index, serial) => form.setFieldValue([...path, index, "serial"], serial)}
        />
      )}
    </>
  );
}

/** What can be done with the lines of a form beside typing. */
function useLineDeeds(path: (string | number)[], kind: CraftKind | undefined, rotors: number) {
  const form = Form.useFormInstance();
  const set = (next: Line[]) => form.setFieldValue(path, next);
  const now = () => ((form.getFieldValue(path) ?? []) as (Line | undefined)[]).map((line) => line ?? {});
  const positions = (given: Line[]) => given.map(({ position }) => position ?? "");
  return {
    copy: (index: number) => {
      const all = now();
      const { kind: part, name, continuousA } = all[index]!;
      const position = part ? nextPosition(part, positions(all)) : "";
      set([
        ...all.slice(0, index + 1),
        { kind: part, position, name, continuousA, serial: "" } as Line,
        ...all.slice(index + 1),
      ]);
    },
    /** One line for each rotor, all as this one. */
    spread: (index: number) => {
      const all = now();
      const { kind: part, name, continuousA } = all[index]!;
      if (!part) return;
      const others = all.filter((line, at) => at === index || line.kind !== part);
      const at = others.findIndex((line) => line === all[index]);
      const each = numbered(part, rotors).map((one, place) => ({
        ...one,
        name,
        continuousA,
        serial: place === 0 ? (all[index]!.serial ?? "") : "",
      }));
      set([...others.slice(0, at), ...(each as Line[]), ...others.slice(at + 1)]);
    },
    fill: () => {
      if (!kind) return;
      const all = now().filter((line) => line.kind);
      const taken = new Set(positions(all));
      const missing = usualParts(kind, rotors)
        .filter(({ position }) => !taken.has(position))
        .map((part) => ({ ...part, name: "", serial: "" }));
      set([...all, ...missing]);
    },
    /** A line of another kind has the next free position of that kind. */
    setKind: (index: number, part: PartKind) => {
      const others = now().filter((_, at) => at !== index);
      form.setFieldValue([...path, index, "position"], nextPosition(part, positions(others)));
    },
  };
}

interface LineProps {
  /** Its place in the list. */
  name: number;
  line: Line | undefined;
  rotors: number;
  deeds: ReturnType<typeof useLineDeeds>;
  /** null where it may not be taken out. */
  onRemove: (() => void) | null;
}

function PartLine({ name, line, rotors, deeds, onRemove }: LineProps) {
  return (
    <div className={styles.part}>
      <Form.Item name={[name, "kind"]}>
        <Select
          aria-label="Kind of part"
          placeholder="Kind"
          showSearch
          optionFilterProp="label"
          options={PART_KIND_LIST.map((value) => ({ value, label: PART_KINDS[value] }))}
          onChange={(part: PartKind) => deeds.setKind(name, part)}
        />
      </Form.Item>
      <Form.Item name={[name, "position"]} hidden={!needsPosition(line)}>
        <Input aria-label="Position" placeholder="Position" />
      </Form.Item>
      <Form.Item name={[name, "name"]}>
        <Input aria-label="Part" placeholder="Part (make, model), if known" />
      </Form.Item>
      <Form.Item name={[name, "serial"]} initialValue="">
        <Input aria-label="Part serial" placeholder="Serial" />
      </Form.Item>
      <Form.Item name={[name, "continuousA"]}>
        <InputNumber aria-label="Rating" placeholder="Rating" suffix="A" style={{ width: "100%" }} />
      </Form.Item>
      <div className={styles.lineDeeds}>
        <Button onClick={() => deeds.copy(name)} aria-label="Copy this line" title="Copy this line">
          +1
        </Button>
        {rotors > 1 && isPerRotor(line?.kind) && !line?.id && (
          <Button onClick={() => deeds.spread(name)} title={`One at each of the ${rotors} rotors`}>
            {rotors} ×
          </Button>
        )}
        {onRemove && (
          <Button onClick={onRemove} aria-label="Take this line out">
            −
          </Button>
        )}
      </div>
    </div>
  );
}

/** A scanner sends Enter behind each serial: each goes to the next line that has none. */
function SerialsInARow({
  lines,
  onSerial,
}: {
  lines: readonly (Line | undefined)[];
  onSerial: (index: number, serial: string) => void;
}) {
  const [text, setText] = useState("");
  const next = lines.findIndex((line) => line?.kind && !line.serial);
  if (next < 0) return <p className="good">Every part has its serial.</p>;
  const line = lines[next]!;
  return (
    <label className={styles.serials}>
      Serials in a row. Next: <strong>{line.position ?? PART_KINDS[line.kind!]}</strong>
      <Input
        value={text}
        onChange={(event) => setText(event.target.value)}
        onPressEnter={(event) => {
          event.preventDefault(); // it must not send the form
          if (text.trim()) onSerial(next, text.trim());
          setText("");
        }}
        placeholder="scan or type, then Enter"
        aria-label="Serials in a row"
        maxLength={40}
      />
    </label>
  );
}

function isPerRotor(kind: PartKind | undefined): boolean {
  return kind === "esc" || kind === "motor" || kind === "prop";
}

/** Where there can be but one, the kind says where it is. */
function needsPosition(line: Line | undefined): boolean {
  return (
    line?.kind === undefined ||
    SEVERAL.has(line.kind) ||
    (line.position ?? PART_KINDS[line.kind]) !== PART_KINDS[line.kind]
  );
}
