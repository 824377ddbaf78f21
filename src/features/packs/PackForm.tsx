"use client";

import { Button, Checkbox, Form, Input, InputNumber, Select } from "antd";
import { CHEMISTRIES } from "@/core/bench/measure/pack/chemistries";
import { DayField } from "@/shared/DayField";
import { FailureNotice } from "@/shared/FailureNotice";
import { useVerb } from "@/shared/useVerb";
import { type Pack } from "./pack";
import { savePackAction } from "./packs.action";
import list from "@/shared/PickList.module.css";

type Values = Omit<Pack, "id" | "version">;
const NEW: Partial<Values> = { chemistry: "LiPo", cellCount: 4, isRetired: false };

/** What is on a pack's label. */
export function PackForm({
  pack,
  onSaved,
  onCancel,
}: {
  pack: Pack | null;
  onSaved: (id: number) => void;
  onCancel: () => void;
}) {
  const [form] = Form.useForm<Values>();
  const { run, isBusy, failure, reload } = useVerb(savePackAction);
  const problem = (name: string) => {
    const sentence = failure?.fields?.[name];
    return sentence ? ({ help: sentence, validateStatus: "error" } as const) : {};
  };
  return (
    <section className="panel stack" aria-label="Label">
      <h2>{pack ? "Label" : "A new pack"}</h2>
      <Form
        form={form}
        layout="vertical"
        requiredMark={false}
        initialValues={pack ?? NEW}
        onFinish={(values) => void run({ ...values, id: pack?.id ?? null, version: pack?.version ?? 0 }, onSaved)}
      >
        <div className={list.fields}>
          <Form.Item label="Label" name="label" {...problem("label")}>
            <Input maxLength={60} />
          </Form.Item>
          <Form.Item label="Chemistry" name="chemistry" {...problem("chemistry")}>
            <Select options={CHEMISTRIES.map((value) => ({ value, label: value }))} />
          </Form.Item>
          <Form.Item label="Cells" name="cellCount" {...problem("cellCount")}>
            <InputNumber min={1} max={14} style={{ width: "100%" }} />
          </Form.Item>
          <Form.Item label="Capacity" name="capacityMah" {...problem("capacityMah")}>
            <InputNumber min={50} suffix="mAh" style={{ width: "100%" }} />
          </Form.Item>
          <Form.Item label="C rating" name="cRating" {...problem("cRating")}>
            <InputNumber min={0.1} suffix="C" style={{ width: "100%" }} />
          </Form.Item>
          <Form.Item label="Bought on" name="boughtOn" {...problem("boughtOn")}>
            <DayField />
          </Form.Item>
        </div>
        <Form.Item name="isRetired" valuePropName="checked">
          <Checkbox>Retired: not to be flown again</Checkbox>
        </Form.Item>
        <div className="row">
          <Button type="primary" htmlType="submit" loading={isBusy}>
            Save
          </Button>
          <Button onClick={onCancel}>Leave it</Button>
        </div>
        <FailureNotice failure={failure} onReload={reload} />
      </Form>
    </section>
  );
}
