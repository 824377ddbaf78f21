"use client";

import { Button, Form, Input } from "antd";
import { FailureNotice } from "@/shared/FailureNotice";
import { useVerb } from "@/shared/useVerb";
import { changeSettingAction } from "./refit.action";

/** A repair without a new part: what it was before, what it is now. */
export function ChangeSettingForm({
  target,
  place,
  onDone,
}: {
  target: { jobId: number; version: number };
  /** Where it is done; empty where the craft has but one, or nobody said. */
  place: string;
  onDone: () => void;
}) {
  const { run, isBusy, failure, reload } = useVerb(changeSettingAction);
  const help = (field: string) => failure?.fields?.[field];
  return (
    <Form
      layout="vertical"
      requiredMark={false}
      initialValues={{ what: "", before: "", after: "" }}
      onFinish={(values: object) => void run({ ...target, ...values, place }, onDone)}
    >
      {place && <p>At {place}.</p>}
      <Form.Item
        label="What was set or mended?"
        name="what"
        help={help("what")}
        validateStatus={help("what") && "error"}
      >
        <Input maxLength={120} placeholder="loop rate" autoFocus />
      </Form.Item>
      <Form.Item label="Before" name="before">
        <Input maxLength={120} placeholder="8 kHz" />
      </Form.Item>
      <Form.Item label="Now" name="after" help={help("after")} validateStatus={help("after") && "error"}>
        <Input maxLength={120} placeholder="4 kHz" />
      </Form.Item>
      <div className="stack">
        <FailureNotice failure={failure?.fields ? null : failure} onReload={reload} />
        <Button type="primary" htmlType="submit" loading={isBusy}>
          Record it
        </Button>
      </div>
    </Form>
  );
}
