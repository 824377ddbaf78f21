"use client";

import { Button, Checkbox, Form, Input, InputNumber, Select } from "antd";
import { GRADES, HAZARDS, HISTORIES, type Library, PHASES, ZONES } from "@/core/diagnosis/library/library.types";
import { SUSPECT_PARTS } from "@/core/diagnosis/library/suspectParts";
import { TOOLS } from "@/core/diagnosis/library/tools";
import { CRAFT_KINDS } from "@/core/craft/craftKinds";
import { PART_KINDS } from "@/core/craft/partKinds";
import { MENDABLE } from "@/core/refit/mendable";
import { type EntryGroup } from "@/features/faultLibrary/library.schema";
import { WHERE_KINDS } from "@/core/craft/spots";
import { ZONE_NAMES } from "@/features/faultLibrary/zones";
import styles from "./Library.module.css";

const plain = (values: readonly string[]) => values.map((value) => ({ value, label: value }));
const named = (names: Readonly<Record<string, string>>) =>
  Object.entries(names).map(([value, label]) => ({ value, label }));
const PARTS = named(SUSPECT_PARTS);
const FITTED_PARTS = named(PART_KINDS);
const MENDS = named(MENDABLE);
const KINDS = Object.entries(CRAFT_KINDS).map(([value, { name }]) => ({ value, label: name }));
const ZONE_OPTIONS = ZONES.map((value) => ({ value, label: ZONE_NAMES[value] }));
const search = { showSearch: true, optionFilterProp: "label" } as const;

interface Props {
  library: Library;
}

/** The fields of a fault mode: what fails, how it looks, what mends it, how often, and when more often. */
function FaultFields({ library }: Props) {
  return (
    <>
      <Form.Item label="Name" name="name">
        <Input maxLength={120} />
      </Form.Item>
      <Form.Item label="What it looks like" name="looksLike">
        <Input.TextArea rows={2} maxLength={400} />
      </Form.Item>
      <div className={styles.pair}>
        <Form.Item label="Part" name="part">
          <Select {...search} options={PARTS} />
        </Form.Item>
        <Form.Item label="Repair" name="repair">
          <Select {...search} options={library.repairs.map(({ id, name }) => ({ value: id, label: name }))} />
        </Form.Item>
        <Form.Item label="Usual rate among complaints" name="prior">
          <InputNumber min={0} max={100} step={0.5} suffix="%" style={{ width: "100%" }} />
        </Form.Item>
        <Form.Item label="How this rate is known" name="grade">
          <Select options={plain(GRADES)} />
        </Form.Item>
      </div>
      <Form.Item label="Only on these kinds of craft (none: all)" name="craftKinds">
        <Select mode="multiple" options={KINDS} />
      </Form.Item>
      <Form.List name="when">
        {(rows, { add, remove }) => (
          <>
            <p className="label">More or less often when</p>
            {rows.map(({ key, name }) => (
              <div key={key} className={styles.outcome}>
                <div className={styles.pair}>
                  <Form.Item label="What came before" name={[name, "history"]}>
                    <Select mode="multiple" options={plain(HISTORIES)} />
                  </Form.Item>
                  <Form.Item label="Phase" name={[name, "phase"]}>
                    <Select mode="multiple" options={plain(PHASES)} />
                  </Form.Item>
                  <Form.Item label="Kind of craft" name={[name, "craftKind"]}>
                    <Select mode="multiple" options={KINDS} />
                  </Form.Item>
                  <Form.Item label="Times as often" name={[name, "factor"]}>
                    <InputNumber min={0.01} max={100} style={{ width: "100%" }} />
                  </Form.Item>
                </div>
                <Button size="small" onClick={() => remove(name)}>
                  Remove
                </Button>
              </div>
            ))}
            <Button onClick={() => add({ factor: 2 })}>Add a circumstance</Button>
          </>
        )}
      </Form.List>
    </>
  );
}

/** The fields of a symptom: both of its sentences, its leak, and the faults that make it true. */
function SymptomFields({ library }: Props) {
  const faults = library.faults.map(({ id, name }) => ({ value: id, label: name }));
  return (
    <>
      <Form.Item label="When true" name="whenTrue">
        <Input maxLength={160} />
      </Form.Item>
      <Form.Item label="When false" name="whenFalse">
        <Input maxLength={160} />
      </Form.Item>
      <div className={styles.pair}>
        <Form.Item label="Chance without any of the faults" name="leak">
          <InputNumber min={0} max={100} step={0.5} suffix="%" style={{ width: "100%" }} />
        </Form.Item>
        <Form.Item label="How leak and links are known" name="grade">
          <Select options={plain(GRADES)} />
        </Form.Item>
        <Form.Item label="Where it is seen" name="zone">
          <Select allowClear options={ZONE_OPTIONS} />
        </Form.Item>
        <Form.Item label="Asks where (which one of several)" name="where">
          <Select allowClear options={plain(WHERE_KINDS)} />
        </Form.Item>
        <Form.Item name="complaint" valuePropName="checked" label="At intake">
          <Checkbox>Offered as “what was seen”</Checkbox>
        </Form.Item>
      </div>
      <Form.Item label="Other words people use" name="synonyms">
        <Select mode="tags" open={false} tokenSeparators={[","]} />
      </Form.Item>
      <Form.List name="links">
        {(rows, { add, remove }) => (
          <>
            <p className="label">Faults that make it true, each with how often it does alone</p>
            {rows.map(({ key, name }) => (
              <div key={key} className={styles.row}>
                <Form.Item name={[name, "fault"]} noStyle>
                  <Select {...search} options={faults} aria-label="Fault" />
                </Form.Item>
                <Form.Item name={[name, "strength"]} noStyle>
                  <InputNumber min={0} max={100} step={5} suffix="%" style={{ width: "100%" }} aria-label="Strength" />
                </Form.Item>
                <Form.Item name={[name, "grade"]} noStyle>
                  <Select
                    allowClear
                    placeholder="as above"
                    options={plain(GRADES)}
                    aria-label="How this link is known"
                  />
                </Form.Item>
                <Button onClick={() => remove(name)} aria-label="Remove this link">
                  ×
                </Button>
              </div>
            ))}
            <Button onClick={() => add({ strength: 0.8 })}>Add a link</Button>
          </>
        )}
      </Form.List>
    </>
  );
}

/** The fields of a check: what to do, what it needs, and what each answer settles. */
function CheckFields({ library }: Props) {
  const symptoms = library.symptoms.map(({ id, whenTrue }) => ({ value: id, label: whenTrue }));
  return (
    <>
      <Form.Item label="Title" name="title">
        <Input maxLength={160} />
      </Form.Item>
      <Form.Item label="Steps, one a line" name="steps">
        <Input.TextArea autoSize={{ minRows: 3 }} />
      </Form.Item>
      <Form.Item label="Cautions, one a line" name="cautions">
        <Input.TextArea autoSize={{ minRows: 1 }} />
      </Form.Item>
      <div className={styles.pair}>
        <Form.Item label="Minutes" name="minutes">
          <InputNumber min={0} max={240} style={{ width: "100%" }} />
        </Form.Item>
        <Form.Item label="State of the craft" name="hazard">
          <Select options={plain(HAZARDS)} />
        </Form.Item>
        <Form.Item label="Needs" name="needs">
          <Select mode="multiple" options={plain(TOOLS)} />
        </Form.Item>
        <Form.Item name="irreversible" valuePropName="checked" label="Way back">
          <Checkbox>Cannot be undone</Checkbox>
        </Form.Item>
      </div>
      <Form.List name="outcomes">
        {(rows, { add, remove }) => (
          <>
            <p className="label">Answers: they must exclude each other and cover every case</p>
            {rows.map(({ key, name }) => (
              <div key={key} className={styles.outcome}>
                <div className={styles.pair}>
                  <Form.Item label="Answer" name={[name, "label"]}>
                    <Input maxLength={120} />
                  </Form.Item>
                  <Form.Item label="Short id" name={[name, "id"]}>
                    <Input maxLength={60} />
                  </Form.Item>
                </div>
                <SetRows outcome={name} symptoms={symptoms} />
                <Button size="small" onClick={() => remove(name)}>
                  Remove this answer
                </Button>
              </div>
            ))}
            <Button onClick={() => add({ id: "", label: "", sets: [] })}>Add an answer</Button>
          </>
        )}
      </Form.List>
      <Form.Item
        label="Measured value (JSON: quantity, unit, bands with below and outcomeId; empty: none)"
        name="measure"
        style={{ marginTop: 12 }}
      >
        <Input />
      </Form.Item>
    </>
  );
}

function SetRows({ outcome, symptoms }: { outcome: number; symptoms: { value: string; label: string }[] }) {
  return (
    <Form.List name={[outcome, "sets"]}>
      {(rows, { add, remove }) => (
        <>
          {rows.map(({ key, name }) => (
            <div key={key} className={styles.row}>
              <Form.Item name={[name, "symptom"]} noStyle>
                <Select {...search} options={symptoms} aria-label="Symptom" />
              </Form.Item>
              <Form.Item name={[name, "value"]} noStyle>
                <Select
                  options={[
                    { value: true, label: "is true" },
                    { value: false, label: "is false" },
                  ]}
                  aria-label="True or false"
                />
              </Form.Item>
              <span />
              <Button onClick={() => remove(name)} aria-label="Remove this symptom">
                ×
              </Button>
            </div>
          ))}
          <Button size="small" onClick={() => add({ value: true })} style={{ marginRight: 8 }}>
            Settles a symptom
          </Button>
        </>
      )}
    </Form.List>
  );
}

/** The fields of a repair: what is done, for how long, and which parts it uses up. */
function RepairFields() {
  return (
    <>
      <Form.Item label="Name" name="name">
        <Input maxLength={120} />
      </Form.Item>
      <div className={styles.pair}>
        <Form.Item label="Part" name="part">
          <Select {...search} options={PARTS} />
        </Form.Item>
        <Form.Item label="Minutes" name="minutes">
          <InputNumber min={0} max={600} style={{ width: "100%" }} />
        </Form.Item>
      </div>
      <Form.Item label="Parts it uses up" name="parts">
        <Select mode="multiple" options={FITTED_PARTS} />
      </Form.Item>
      <Form.Item label="Where it uses up none: what it touches, for its proofs" name="mends">
        <Select {...search} allowClear placeholder="the part" options={MENDS} />
      </Form.Item>
    </>
  );
}

/** The fields of an entry of any group. */
export function EntryFields({ group, library }: Props & { group: EntryGroup }) {
  switch (group) {
    case "faults":
      return <FaultFields library={library} />;
    case "symptoms":
      return <SymptomFields library={library} />;
    case "checks":
      return <CheckFields library={library} />;
    case "repairs":
      return <RepairFields />;
  }
}
