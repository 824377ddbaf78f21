"use client";

import { Button, Form, Input, InputNumber } from "antd";
import { FailureNotice } from "@/shared/FailureNotice";
import { useVerb } from "@/shared/useVerb";
import { replacePartAction } from "./refit.action";
import styles from "./Refit.module.css";

interface Props {
  target: { jobId: number; version: number };
  part: { partId: number; name: string; continuousA: number | null };
  onDone: () => void;
}

/** The old part leaves with its reason, the new one comes in with its serial. */
export function ReplacePartForm({ target, part, onDone }: Props) {
  const { run, isBusy, failure, reload } = useVerb(replacePartAction);
  const help = (field: string) => failure?.fields?.[field];
  return (
    <div className={styles.form}>
      <Form
        layout="vertical"
        requiredMark={false}
        initialValues={{ name: part.name, continuousA: part.continuousA, reason: "", serial: "" }}
        onFinish={(values: object) => void run({ ...target, partId: part.partId, ...values }, onDone)}
      >
        <Form.Item
          label="Why does the old one come out?"
          name="reason"
          help={help("reason")}
          validateStatus={help("reason") && "error"}
        >
          <Input maxLength={300} autoFocus placeholder="what was wrong with it, and how you know" />
        </Form.Item>
        <div className={styles.fields}>
          <Form.Item label="New part" name="name" help={help("name")} validateStatus={help("name") && "error"}>
            <Input maxLength={80} />
          </Form.Item>
          <Form.Item label="Its serial" name="serial" help={help("serial")} validateStatus={help("serial") && "error"}>
            <Input maxLength={40} />
          </Form.Item>
          <Form.Item label="Rating, if any" name="continuousA" help={help("continuousA")}>
            <InputNumber suffix="A" style={{ width: "100%" }} />
          </Form.Item>
        </div>
        <div className="stack">
          <FailureNotice failure={failure?.fields ? null : failure} onReload={reload} />
          <div className="row">
            <Button type="primary" htmlType="submit" loading={isBusy}>
              Replace it
            </Button>
            <Button onClick={onDone}>Leave it</Button>
          </div>
        </div>
      </Form>
    </div>
  );
}
