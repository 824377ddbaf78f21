"use client";

import { Button, Form, Input, InputNumber, Select } from "antd";
import { CRAFT_KIND_LIST, CRAFT_KINDS } from "@/core/craft/craftKinds";
import { PART_KIND_LIST, PART_KINDS } from "@/core/craft/partKinds";
import styles from "./Receive.module.css";

/** The sheet of a craft that is new here, with what is fitted by part and serial. */
export function NewCraftFields() {
  const field = (name: string) => ["newCraft", name];
  return (
    <>
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
          <Select options={CRAFT_KIND_LIST.map((value) => ({ value, label: CRAFT_KINDS[value].name }))} />
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
      <p className="label">What is fitted</p>
      <Form.List name={field("parts")}>
        {(parts, { add, remove }) => (
          <>
            {parts.map(({ key, name }) => (
              <div key={key} className={styles.part}>
                <Form.Item name={[name, "kind"]}>
                  <Select
                    aria-label="Kind of part"
                    placeholder="Kind"
                    showSearch
                    optionFilterProp="label"
                    options={PART_KIND_LIST.map((value) => ({ value, label: PART_KINDS[value] }))}
                  />
                </Form.Item>
                <Form.Item name={[name, "position"]}>
                  <Input aria-label="Position" placeholder="Position" />
                </Form.Item>
                <Form.Item name={[name, "name"]}>
                  <Input aria-label="Part" placeholder="Part" />
                </Form.Item>
                <Form.Item name={[name, "serial"]} initialValue="">
                  <Input aria-label="Part serial" placeholder="Serial" />
                </Form.Item>
                <Form.Item name={[name, "continuousA"]}>
                  <InputNumber aria-label="Rating" placeholder="Rating" suffix="A" style={{ width: "100%" }} />
                </Form.Item>
                <Button onClick={() => remove(name)} aria-label="Take this line out">
                  −
                </Button>
              </div>
            ))}
            <Button onClick={() => add()}>Add a part</Button>
          </>
        )}
      </Form.List>
    </>
  );
}
