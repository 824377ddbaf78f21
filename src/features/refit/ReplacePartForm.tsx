"use client";

import { Button, Form, Input, InputNumber } from "antd";
import { type PartKind } from "@/core/craft/partKinds";
import { isBurnt, neighboursOf } from "@/core/refit/burntParts";
import { FailureNotice } from "@/shared/FailureNotice";
import { useVerb } from "@/shared/useVerb";
import { replacePartAction } from "./refit.action";
import styles from "./Refit.module.css";

interface Props {
  target: { jobId: number; version: number };
  part: { partId: number; name: string; continuousA: number | null };
  kind: PartKind;
  /** How many burnt at this position before. */
  burntBefore: number;
  onDone: () => void;
}

/** The old part leaves with its reason, the new one comes in with its serial. */
export function ReplacePartForm({ target, part, kind, burntBefore, onDone }: Props) {
  const [form] = Form.useForm<{ reason: string }>();
  const reason = Form.useWatch("reason", form) ?? "";
  const hasBurnt = isBurnt(reason);
  const { run, isBusy, failure, reload } = useVerb(replacePartAction);
  const help = (field: string) => failure?.fields?.[field];
  return (
    <div className={styles.form}>
      <Form
        form={form}
        layout="vertical"
        requiredMark={false}
        initialValues={{ name: part.name, continuousA: part.continuousA, reason: "", serial: "", despite: "" }}
        onFinish={(values: object) => void run({ ...target, partId: part.partId, ...values }, onDone)}
      >
        <Form.Item
          label="Why does the old one come out?"
          name="reason"
          help={help("reason")}
          validateStatus={help("reason") && "error"}
        >
          <Input maxLength={200} autoFocus placeholder="what was wrong with it, and how you know" />
        </Form.Item>
        {hasBurnt && (
          <section aria-label="Beside a burnt part" className="stack">
            <strong>Beside a burnt part: eyes, then the meter, then a limiter; in this order</strong>
            <ol className={styles.before}>
              {neighboursOf(kind).map(({ look, noGo }) => (
                <li key={look}>
                  {look}. <span className="bad">{noGo}</span>
                </li>
              ))}
            </ol>
          </section>
        )}
        {hasBurnt && burntBefore > 0 && (
          <Form.Item
            label={`The ${burntBefore + 1}${burntBefore === 1 ? "nd" : burntBefore === 2 ? "rd" : "th"} that burns here: this craft's power is the suspect. Why fit one more all the same?`}
            name="despite"
            help={help("despite")}
            validateStatus={help("despite") && "error"}
          >
            <Input maxLength={200} placeholder="what was found, and what was done about it" />
          </Form.Item>
        )}
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
