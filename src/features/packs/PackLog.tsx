"use client";

import { Button, Form, Input, InputNumber } from "antd";
import { FailureNotice } from "@/shared/FailureNotice";
import { useVerb } from "@/shared/useVerb";
import { VERDICT_SHAPES, verdictClass } from "@/shared/verdictWords";
import { type PackLogEntry } from "./pack";
import { logPackAction } from "./packs.action";
import { type PackLine } from "./pack";
import list from "@/shared/PickList.module.css";
import styles from "./Packs.module.css";

const VERDICTS = {
  good: "No reason to retire it",
  watch: "Watch it",
  bad: "Retire it",
  "cannot say": "Cannot say",
} as const;
type Values = Omit<PackLogEntry, "id" | "by">;

/** A pack's log: what it advises, the entries, and the next one. */
export function PackLog({ pack, today, mayEdit }: { pack: PackLine; today: string; mayEdit: boolean }) {
  const [form] = Form.useForm<Values>();
  const { run, isBusy, failure, reload } = useVerb(logPackAction);
  const { advice, log } = pack;
  const problem = (name: string) => {
    const sentence = failure?.fields?.[name];
    return sentence ? ({ help: sentence, validateStatus: "error" } as const) : {};
  };
  return (
    <section className="panel stack" aria-label="Log">
      <h2>{pack.label}</h2>
      <p className={`${styles.verdict} ${verdictClass(advice.word)}`}>
        {VERDICT_SHAPES[advice.word]} {VERDICTS[advice.word]}
      </p>
      <ul className={styles.reasons}>
        {advice.reasons.map((reason) => (
          <li key={reason}>{reason}</li>
        ))}
      </ul>
      {log.length > 0 && (
        <div className={styles.scroll}>
          <table className={styles.log}>
            <thead>
              <tr>
                <th>Day</th>
                <th>Cycles</th>
                <th>A cell, mΩ</th>
                <th>mAh</th>
                <th>Spread, mV</th>
                <th>Note</th>
              </tr>
            </thead>
            <tbody>
              {log.map(({ id, measuredOn, cycles, resistanceMohm, capacityMah, spreadMv, note, by }) => (
                <tr key={id}>
                  <td className="number">{measuredOn}</td>
                  <td className="number">{cycles ?? "–"}</td>
                  <td className="number">{resistanceMohm?.toFixed(1) ?? "–"}</td>
                  <td className="number">{capacityMah?.toFixed(0) ?? "–"}</td>
                  <td className="number">{spreadMv?.toFixed(0) ?? "–"}</td>
                  <td>
                    {note} <span className="soft">{by}</span>
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      )}
      {mayEdit && (
        <Form
          form={form}
          layout="vertical"
          requiredMark={false}
          initialValues={{ measuredOn: today, note: "" }}
          onFinish={(values) => void run({ ...values, packId: pack.id }, () => form.resetFields())}
        >
          <div className={list.fields}>
            <Form.Item label="Measured on" name="measuredOn" {...problem("measuredOn")}>
              <Input type="date" />
            </Form.Item>
            <Form.Item label="Cycles so far" name="cycles" {...problem("cycles")}>
              <InputNumber min={0} style={{ width: "100%" }} />
            </Form.Item>
            <Form.Item label="Mean per cell" name="resistanceMohm" {...problem("resistanceMohm")}>
              <InputNumber min={0.1} suffix="mΩ" style={{ width: "100%" }} />
            </Form.Item>
            <Form.Item label="Took from the charger" name="capacityMah" {...problem("capacityMah")}>
              <InputNumber min={1} suffix="mAh" style={{ width: "100%" }} />
            </Form.Item>
            <Form.Item label="Spread at rest" name="spreadMv" {...problem("spreadMv")}>
              <InputNumber min={0} suffix="mV" style={{ width: "100%" }} />
            </Form.Item>
            <Form.Item label="Note" name="note" {...problem("note")}>
              <Input maxLength={300} />
            </Form.Item>
          </div>
          <Button type="primary" htmlType="submit" loading={isBusy}>
            Write it down
          </Button>
          <FailureNotice failure={failure} onReload={reload} />
        </Form>
      )}
    </section>
  );
}
