"use client";

import { Form, Input, InputNumber, Select } from "antd";
import { CRAFT_KIND_LIST, CRAFT_KINDS, type CraftKind } from "@/core/craft/craftKinds";
import styles from "./Craft.module.css";

/** The fields of a craft's sheet. Choosing a kind fills in how many motors and cells such a craft usually has. */
export function SheetFields({ path }: { path: (string | number)[] }) {
  const form = Form.useFormInstance();
  const field = (name: string) => [...path, name];
  const fillCounts = (kind: CraftKind) => {
    const { motors, cells } = CRAFT_KINDS[kind];
    if (!form.isFieldTouched(field("motorCount"))) form.setFieldValue(field("motorCount"), motors);
    if (!form.isFieldTouched(field("cellCount"))) form.setFieldValue(field("cellCount"), cells);
  };
  return (
    <div className={styles.triple}>
      <Form.Item label="Name" name={field("name")}>
        <Input maxLength={60} />
      </Form.Item>
      <Form.Item label="Tail number" name={field("tailNumber")}>
        <Input maxLength={20} />
      </Form.Item>
      <Form.Item label="Serial" name={field("serial")} initialValue="">
        <Input maxLength={40} />
      </Form.Item>
      <Form.Item label="Kind" name={field("kind")}>
        <Select
          options={CRAFT_KIND_LIST.map((value) => ({ value, label: CRAFT_KINDS[value].name }))}
          onChange={fillCounts}
        />
      </Form.Item>
      <Form.Item label="Frame class" name={field("frameClass")}>
        <Input maxLength={60} placeholder="5 inch, 1.6 m span …" />
      </Form.Item>
      <Form.Item label="All-up mass" name={field("massG")}>
        <InputNumber suffix="g" style={{ width: "100%" }} />
      </Form.Item>
      <Form.Item label="Motors" name={field("motorCount")}>
        <InputNumber style={{ width: "100%" }} />
      </Form.Item>
      <Form.Item label="Cells" name={field("cellCount")}>
        <InputNumber style={{ width: "100%" }} />
      </Form.Item>
      <Form.Item label="Owner" name={field("owner")}>
        <Input maxLength={80} />
      </Form.Item>
    </div>
  );
}
