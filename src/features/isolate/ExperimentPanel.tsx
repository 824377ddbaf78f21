"use client";

import { Button, Checkbox, Input, Radio, Select } from "antd";
import { useState } from "react";
import { type ExperimentStep, type JudgedChange } from "@/core/diagnosis/checks/judgeExperiments";
import { PART_KIND_LIST, PART_KINDS, type PartKind } from "@/core/craft/partKinds";
import { FailureNotice } from "@/shared/FailureNotice";
import { useVerb } from "@/shared/useVerb";
import { addExperimentStepAction } from "./isolate.action";
import styles from "./Isolate.module.css";

interface Props {
  target: { jobId: number; version: number };
  steps: readonly (ExperimentStep & { note: string })[];
  judged: readonly JudgedChange[];
  mayEdit: boolean;
}

/** One change at a time: what was tried, and which change is proven, suspected or cleared. */
export function ExperimentPanel({ target, steps, judged, mayEdit }: Props) {
  return (
    <details open={steps.length > 0 || undefined}>
      <summary>
        <span className="label">Change one thing at a time · {steps.length} tried</span>
      </summary>
      <div className={styles.experiments}>
        <div className="stack">
          {steps.length === 0 && (
            <p className="soft">
              Change A: is the fault gone? Put A back: is it there again? Only then A is proven. Write each step down
              here.
            </p>
          )}
          {steps.length > 0 && <StepTable steps={steps} />}
          {mayEdit && <NextStep target={target} judged={judged} />}
        </div>
        {judged.length > 0 && <JudgedTable judged={judged} />}
      </div>
    </details>
  );
}

/** What is changed, or put back, next; and whether the fault shows then. */
function NextStep({ target, judged }: Pick<Props, "target" | "judged">) {
  const { run, isBusy, failure, reload } = useVerb(addExperimentStepAction);
  const [added, setAdded] = useState("");
  const [part, setPart] = useState<PartKind | null>(null);
  const [toggled, setToggled] = useState<string[]>([]);
  const [faultShows, setFaultShows] = useState<boolean | null>(null);
  const changes = [
    ...toggled.map((name) => ({
      name,
      to: judged.find((one) => one.name === name)?.isChanged ? "restored" : "changed",
    })),
    ...(added.trim() || part
      ? [{ name: added.trim() || `${PART_KINDS[part!]}, known good`, to: "changed", part }]
      : []),
  ];
  const submit = () =>
    void run({ ...target, changes, faultShows, note: "" }, () => {
      setAdded("");
      setPart(null);
      setToggled([]);
      setFaultShows(null);
    });
  return (
    <div className="stack">
      {judged.map(({ name, isChanged }) => (
        <Checkbox
          key={name}
          checked={toggled.includes(name)}
          onChange={(event) =>
            setToggled(event.target.checked ? [...toggled, name] : toggled.filter((each) => each !== name))
          }
        >
          {isChanged ? "Restore" : "Change again"}: {name}
        </Checkbox>
      ))}
      <Input
        value={added}
        onChange={(event) => setAdded(event.target.value)}
        placeholder="Change something: gyro rate halved, other pack …"
        aria-label="What is changed"
        maxLength={120}
      />
      <label className={styles.tried}>
        A known-good part tried? Then it weighs like the check.
        <Select
          allowClear
          showSearch={{ optionFilterProp: "label" }}
          value={part}
          onChange={(kind?: PartKind) => setPart(kind ?? null)}
          placeholder="no part: a setting or something else"
          aria-label="Known-good part"
          options={PART_KIND_LIST.map((kind) => ({ value: kind, label: PART_KINDS[kind] }))}
        />
      </label>
      {changes.length > 1 && <p className="watch">Two changes at once prove nothing about either.</p>}
      <div className="row">
        <Radio.Group
          value={faultShows}
          onChange={(event) => setFaultShows(event.target.value as boolean)}
          aria-label="Does the fault show?"
        >
          <Radio value={true}>Fault still there</Radio>
          <Radio value={false}>Fault gone</Radio>
        </Radio.Group>
        <Button loading={isBusy} disabled={changes.length === 0 || faultShows === null} onClick={submit}>
          Write it down
        </Button>
      </div>
      <FailureNotice failure={failure} onReload={reload} />
    </div>
  );
}

/** What was tried, step by step. */
function StepTable({ steps }: Pick<Props, "steps">) {
  return (
    <table className={styles.table}>
      <thead>
        <tr>
          <th>Step</th>
          <th>Tried</th>
          <th>Fault</th>
        </tr>
      </thead>
      <tbody>
        {steps.map((step, index) => (
          <tr key={index}>
            <td className="number">{index + 1}</td>
            <td>{step.changes.map(({ name, to }) => `${name} ${to}`).join(" and ")}</td>
            <td className={step.faultShows ? "bad" : "good"}>{step.faultShows ? "there" : "gone"}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

/** What each change turned out to be. */
function JudgedTable({ judged }: Pick<Props, "judged">) {
  return (
    <table className={styles.table}>
      <thead>
        <tr>
          <th>Change</th>
          <th>Verdict</th>
          <th>Now</th>
        </tr>
      </thead>
      <tbody>
        {judged.map(({ name, verdict, why, isChanged }) => (
          <tr key={name}>
            <td>{name}</td>
            <td>
              <strong className={verdict === "proven" ? "good" : verdict === "suspected" ? "watch" : undefined}>
                {verdict}
              </strong>
              <br />
              <span className="soft">{why}</span>
            </td>
            <td>{isChanged ? "changed" : "as it was"}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
