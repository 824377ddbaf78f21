"use client";

import { Button, Form, Input, InputNumber } from "antd";
import { FailureNotice } from "@/shared/FailureNotice";
import { formatClock, formatPercent } from "@/shared/format";
import { useVerb } from "@/shared/useVerb";
import { type CleanFlying } from "./cleanFlying";
import { logSortieAction } from "./prove.action";
import styles from "./Prove.module.css";

/** A flight as a line. */
export interface SortieLine {
  seq: number;
  seconds: number;
  failures: number;
  note: string;
  at: string;
  by: string;
}

interface Props {
  target: { jobId: number; version: number };
  clean: CleanFlying | null;
  sorties: readonly SortieLine[];
  mayEdit: boolean;
}

/** Clean time still to fly, counted down as sorties are logged, and the sorties. */
export function CleanTimePanel({ target, clean, sorties, mayEdit }: Props) {
  const [form] = Form.useForm();
  const { run, isBusy, failure, reload } = useVerb(logSortieAction);
  const help = (field: string) => failure?.fields?.[field];
  return (
    <section className="panel stack" aria-label="Clean time">
      <h2>{clean ? "Clean time still to fly" : "Sorties"}</h2>
      {clean && (
        <>
          <p className={`number ${styles.clock}`}>{formatClock(clean.leftS)}</p>
          <div className={styles.bar} aria-hidden>
            <span style={{ width: `${Math.min(100, (100 * clean.flownS) / clean.neededS)}%` }} />
          </div>
          <p>
            {formatClock(clean.flownS)} flown clean of {formatClock(clean.neededS)}. If nothing had changed, that would
            happen with <strong>{formatPercent(clean.chance)}</strong>.
          </p>
          <details>
            <summary>How this is worked out</summary>
            <p className="soft">
              {clean.failureCount} failures in {formatClock(clean.failureTimeS)} before, none in t after: the chance is
              (T / (T + t)) to the power of {clean.failureCount}. Enough is 5 %. Exact conditional test for two Poisson
              rates, Przyborowski and Wilenski 1940.
            </p>
          </details>
        </>
      )}
      {mayEdit && (
        <Form
          form={form}
          layout="vertical"
          requiredMark={false}
          initialValues={{ failures: 0, note: "" }}
          onFinish={(values: object) => void run({ ...target, ...values }, () => form.resetFields())}
        >
          <div className={styles.sortie}>
            <Form.Item label="Flown" name="seconds" help={help("seconds")} validateStatus={help("seconds") && "error"}>
              <InputNumber suffix="s" style={{ width: "100%" }} />
            </Form.Item>
            <Form.Item
              label="Failures"
              name="failures"
              help={help("failures")}
              validateStatus={help("failures") && "error"}
            >
              <InputNumber style={{ width: "100%" }} />
            </Form.Item>
          </div>
          <Form.Item name="note">
            <Input placeholder="Wind, pack, what was seen (optional)" aria-label="Note to the sortie" maxLength={500} />
          </Form.Item>
          <FailureNotice failure={failure?.fields ? null : failure} onReload={reload} />
          <Button htmlType="submit" loading={isBusy}>
            Log the sortie
          </Button>
        </Form>
      )}
      <div className="rows">
        {sorties.toReversed().map(({ seq, seconds, failures, note, at, by }) => (
          <p key={seq}>
            <span className="number">{formatClock(seconds)}</span>{" "}
            <span className={failures > 0 ? "bad" : "good"}>{failures > 0 ? `${failures} failed` : "clean"}</span>
            {note && `, ${note}`}
            <br />
            <span className="soft">
              {by}, {at}
            </span>
          </p>
        ))}
      </div>
    </section>
  );
}
