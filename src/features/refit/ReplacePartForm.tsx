"use client";

import { Button, Form, Input, InputNumber, Radio } from "antd";
import { useState } from "react";
import { type PartKind } from "@/core/craft/partKinds";
import { REMOVED_AS, REMOVED_AS_LIST, type RemovedAs, removedAsByWords } from "@/core/refit/removedAs";
import { FailureNotice } from "@/shared/FailureNotice";
import { useVerb } from "@/shared/useVerb";
import { BurntNeighbours } from "./BurntNeighbours";
import { type ChosenSource, firstSource, PartSourceFields, sourceOf } from "./PartSourceFields";
import { replacePartAction } from "./refit.action";
import styles from "./Refit.module.css";
import { type ShelfChoice } from "./refitView";

interface Props {
  target: { jobId: number; version: number };
  position: string;
  /** null where the position stands empty. */
  part: { partId: number; name: string; continuousA: number | null } | null;
  kind: PartKind;
  shelves: readonly ShelfChoice[];
  currency: string;
  /** How many burnt at this position before. */
  burntBefore: number;
  onDone: () => void;
}

interface Values {
  name: string;
  serial: string;
  continuousA: number | null;
  reason: string;
  despite: string;
  cost: number | null;
  minutes: number | null;
}

/** What the shop says is wrong with a field, as its item shows it. */
type Problem = (field: string) => { help?: string; validateStatus?: "error" };

const ORDINALS = ["", "2nd", "3rd"];

/** The old part leaves with its reason, the new one comes in with its serial, off a shelf, off another craft or from elsewhere. */
export function ReplacePartForm({ target, position, part, kind, shelves, currency, burntBefore, onDone }: Props) {
  const [form] = Form.useForm<Values>();
  const reason = Form.useWatch("reason", form) ?? "";
  const [said, setSaid] = useState<RemovedAs | null>(null);
  const outAs = (why: string) => (part ? (said ?? removedAsByWords(why)) : null);
  const hasBurnt = outAs(reason) === "burnt";
  const ofKind = shelves.filter((each) => each.kind === kind);
  const [source, setSource] = useState(() => firstSource(ofKind, part?.name ?? ""));
  const { run, isBusy, failure, reload } = useVerb(replacePartAction);
  const problem: Problem = (field) => {
    const sentence = failure?.fields?.[field];
    return sentence ? { help: sentence, validateStatus: "error" } : {};
  };
  const choose = (next: ChosenSource) => {
    setSource(next);
    const known = next.donor ?? next.item;
    form.setFieldsValue({
      ...(known && { name: known.name }),
      ...(next.donor && { serial: next.donor.serial || "none", continuousA: next.donor.continuousA }),
      ...(next.item && { cost: priceOf(next.item) }),
    });
  };
  const send = ({ cost, ...values }: Values) => {
    const from = sourceOf(source);
    if (!from) return;
    const costCents = cost === null ? null : Math.round(cost * 100);
    const removedAs = outAs(values.reason);
    void run(
      { ...target, ...values, removedAs, partId: part?.partId ?? null, position, source: from, costCents },
      onDone,
    );
  };
  return (
    <div className={styles.form}>
      <Form
        form={form}
        layout="vertical"
        requiredMark={false}
        initialValues={{
          name: source.item?.name ?? part?.name ?? "",
          continuousA: part?.continuousA ?? null,
          reason: part ? "" : "the position stood empty",
          serial: "",
          despite: "",
          cost: source.item ? priceOf(source.item) : null,
          minutes: null,
        }}
        onFinish={send}
      >
        <Form.Item
          label={part ? "Why does the old one come out?" : "Why does one go in?"}
          name="reason"
          {...problem("reason")}
        >
          <Input maxLength={200} autoFocus placeholder="what was wrong with it, and how you know" />
        </Form.Item>
        {part && <ComesOutAs value={outAs(reason)} onChange={setSaid} />}
        {hasBurnt && <BurntNeighbours kind={kind} />}
        {hasBurnt && burntBefore > 0 && (
          <Form.Item
            label={`The ${ORDINALS[burntBefore] ?? `${burntBefore + 1}th`} that burns here: this craft's power is the suspect. Why fit one more all the same?`}
            name="despite"
            {...problem("despite")}
          >
            <Input maxLength={200} placeholder="what was found, and what was done about it" />
          </Form.Item>
        )}
        <PartSourceFields jobId={target.jobId} kind={kind} shelves={ofKind} chosen={source} onChange={choose} />
        <NewPartFields source={source} currency={currency} problem={problem} />
        <div className="stack">
          <FailureNotice failure={failure?.fields ? null : failure} onReload={reload} />
          <div className="row">
            <Button type="primary" htmlType="submit" loading={isBusy} disabled={sourceOf(source) === null}>
              {part ? "Replace it" : "Fit it"}
            </Button>
            <Button onClick={onDone}>Leave it</Button>
          </div>
        </div>
      </Form>
    </div>
  );
}

/** What the old part comes out as: proposed by the words of the reason, decided by whoever writes them. */
function ComesOutAs({ value, onChange }: { value: RemovedAs | null; onChange: (value: RemovedAs) => void }) {
  return (
    <Form.Item label="It comes out as">
      <Radio.Group
        name="removed-as"
        aria-label="It comes out as"
        value={value}
        onChange={({ target }) => onChange(target.value as RemovedAs)}
        options={REMOVED_AS_LIST.map((each) => ({ value: each, label: REMOVED_AS[each] }))}
      />
    </Form.Item>
  );
}

/** The new part and what it took; what its source knows of it is not typed again. */
function NewPartFields({ source, currency, problem }: { source: ChosenSource; currency: string; problem: Problem }) {
  const isKnown = source.of !== "elsewhere";
  return (
    <div className={styles.fields}>
      <Form.Item label="New part" name="name" {...problem("name")}>
        <Input maxLength={80} disabled={isKnown} />
      </Form.Item>
      <Form.Item label="Its serial" name="serial" {...problem("serial")}>
        <Input maxLength={40} disabled={source.of === "craft"} />
      </Form.Item>
      {!isKnown && (
        <Form.Item label="Rating, if any" name="continuousA" {...problem("continuousA")}>
          <InputNumber suffix="A" style={{ width: "100%" }} />
        </Form.Item>
      )}
      <Form.Item label="It cost" name="cost" {...problem("costCents")}>
        <InputNumber min={0} suffix={currency} style={{ width: "100%" }} />
      </Form.Item>
      <Form.Item label="It took" name="minutes" {...problem("minutes")}>
        <InputNumber min={0} suffix="min" style={{ width: "100%" }} />
      </Form.Item>
    </div>
  );
}

function priceOf({ priceCents }: ShelfChoice): number | null {
  return priceCents === null ? null : priceCents / 100;
}
