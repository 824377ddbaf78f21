"use client";

import { Button, Form, Input, InputNumber, Select } from "antd";
import { MENDABLE, MENDABLE_LIST, type Mendable } from "@/core/refit/mendable";
import { FailureNotice } from "@/shared/FailureNotice";
import { useVerb } from "@/shared/useVerb";
import { changeSettingAction } from "./refit.action";
import styles from "./Refit.module.css";

const OPTIONS = MENDABLE_LIST.map((value) => ({ value, label: MENDABLE[value] }));

/** A repair without a new part: what it was before, what it is now. */
export function ChangeSettingForm({
  target,
  place,
  mend,
  currency,
  onDone,
}: {
  target: { jobId: number; version: number };
  /** Where it is done; empty where the craft has but one, or nobody said. */
  place: string;
  /** The repair that the cause asks for, where it is a mend. */
  mend: { name: string; on: Mendable } | null;
  /** The shop's. */
  currency: string;
  onDone: () => void;
}) {
  const { run, isBusy, failure, reload } = useVerb(changeSettingAction);
  const help = (field: string) => failure?.fields?.[field];
  const send = ({ cost, ...values }: { cost: number | null }) => {
    const costCents = cost === null ? null : Math.round(cost * 100);
    void run({ ...target, ...values, place, costCents }, onDone);
  };
  return (
    <Form
      layout="vertical"
      requiredMark={false}
      initialValues={{ what: mend?.name ?? "", mended: mend?.on, before: "", after: "", cost: null, minutes: null }}
      onFinish={send}
    >
      {place && <p>At {place}.</p>}
      <Form.Item
        label="What was set or mended?"
        name="what"
        help={help("what")}
        validateStatus={help("what") && "error"}
      >
        <Input maxLength={120} placeholder="loop rate" autoFocus={mend === null} />
      </Form.Item>
      <Form.Item label="On what?" name="mended" help={help("mended")} validateStatus={help("mended") && "error"}>
        <Select showSearch={{ optionFilterProp: "label" }} options={OPTIONS} placeholder="it decides the proofs" />
      </Form.Item>
      <Form.Item label="Before" name="before">
        <Input maxLength={120} placeholder={mend ? "broken at the bell" : "8 kHz"} autoFocus={mend !== null} />
      </Form.Item>
      <Form.Item label="Now" name="after" help={help("after")} validateStatus={help("after") && "error"}>
        <Input maxLength={120} placeholder={mend ? "soldered anew, beeps through" : "4 kHz"} />
      </Form.Item>
      <div className={styles.fields}>
        <Form.Item label="It cost" name="cost" help={help("costCents")} validateStatus={help("costCents") && "error"}>
          <InputNumber min={0} suffix={currency} style={{ width: "100%" }} />
        </Form.Item>
        <Form.Item label="It took" name="minutes" help={help("minutes")} validateStatus={help("minutes") && "error"}>
          <InputNumber min={0} suffix="min" style={{ width: "100%" }} />
        </Form.Item>
      </div>
      <div className="stack">
        <FailureNotice failure={failure?.fields ? null : failure} onReload={reload} />
        <Button type="primary" htmlType="submit" loading={isBusy}>
          Record it
        </Button>
      </div>
    </Form>
  );
}
