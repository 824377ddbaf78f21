"use client";

import { Button, Form, Input, InputNumber } from "antd";
import { useState } from "react";
import { DayField } from "@/shared/DayField";
import { FailureNotice } from "@/shared/FailureNotice";
import list from "@/shared/PickList.module.css";
import { randomUuid } from "@/shared/randomUuid";
import { useVerb } from "@/shared/useVerb";
import { type Pack, type PackLogEntry } from "./pack";
import { logPackAction } from "./packs.action";
import styles from "./Packs.module.css";

type Values = Omit<PackLogEntry, "id" | "by">;

/** A measurement of a pack: each cell, or what the charger says of all together. */
export function PackEntryForm({ pack, today, onDone }: { pack: Pack; today: string; onDone: () => void }) {
  const [form] = Form.useForm<Values>();
  const { run, isBusy, failure, reload } = useVerb(logPackAction);
  const [requestKey] = useState(randomUuid);
  const cells = Array.from({ length: pack.cellCount }, (_, index) => index);
  const mohm = Form.useWatch("cellsMohm", form);
  const volts = Form.useWatch("cellsV", form);
  const problem = (name: string) => {
    const sentence = failure?.fields?.[name];
    return sentence ? ({ help: sentence, validateStatus: "error" } as const) : {};
  };
  return (
    <Form
      form={form}
      layout="vertical"
      requiredMark={false}
      initialValues={{ measuredOn: today, note: "" }}
      onFinish={(values) => void run({ ...values, packId: pack.id, requestKey }, onDone)}
    >
      <div className={styles.each} role="group" aria-label="Each cell">
        {cells.map((index) => (
          <div key={index} className={styles.cell}>
            <span>Cell {index + 1}</span>
            <Form.Item name={["cellsMohm", index]} noStyle>
              <InputNumber min={0.1} suffix="mΩ" aria-label={`Cell ${index + 1}, resistance`} />
            </Form.Item>
            <Form.Item name={["cellsV", index]} noStyle>
              <InputNumber min={0.5} max={5} step={0.01} suffix="V at rest" aria-label={`Cell ${index + 1}, at rest`} />
            </Form.Item>
          </div>
        ))}
      </div>
      {["cellsMohm", "cellsV"].map((name) => {
        const sentence = failure?.fields?.[name];
        return (
          sentence && (
            <p key={name} role="alert" className="bad">
              {name === "cellsMohm" ? "Resistance" : "Volts at rest"}: {sentence}
            </p>
          )
        );
      })}
      <div className={list.fields}>
        {!isGiven(mohm) && (
          <Form.Item label="Or mean per cell" name="resistanceMohm" {...problem("resistanceMohm")}>
            <InputNumber min={0.1} suffix="mΩ" style={{ width: "100%" }} />
          </Form.Item>
        )}
        {!isGiven(volts) && (
          <Form.Item label="Or apart at rest" name="spreadMv" {...problem("spreadMv")}>
            <InputNumber min={0} suffix="mV" style={{ width: "100%" }} />
          </Form.Item>
        )}
        <Form.Item label="How warm it is" name="temperatureC" {...problem("temperatureC")}>
          <InputNumber min={-20} max={60} suffix="°C" placeholder="a cold one resists more" style={{ width: "100%" }} />
        </Form.Item>
        <Form.Item label="Took from the charger" name="capacityMah" {...problem("capacityMah")}>
          <InputNumber min={1} suffix="mAh" style={{ width: "100%" }} />
        </Form.Item>
        <Form.Item label="Cycles so far" name="cycles" {...problem("cycles")}>
          <InputNumber min={0} style={{ width: "100%" }} />
        </Form.Item>
        <Form.Item label="Measured on" name="measuredOn" {...problem("measuredOn")}>
          <DayField />
        </Form.Item>
        <Form.Item label="Note" name="note" {...problem("note")}>
          <Input maxLength={300} />
        </Form.Item>
      </div>
      <div className="row">
        <Button type="primary" htmlType="submit" loading={isBusy}>
          Write it down
        </Button>
        <Button onClick={onDone}>Leave it</Button>
      </div>
      <FailureNotice failure={failure} onReload={reload} />
    </Form>
  );
}

/** True when at least one cell was typed: then mean and spread follow from the cells. */
function isGiven(values: readonly (number | null)[] | null | undefined): boolean {
  return values?.some((each) => each != null) ?? false;
}
