"use client";

import { Button, Form, Input, InputNumber, Select } from "antd";
import { PART_KIND_LIST, PART_KINDS } from "@/core/craft/partKinds";
import { FailureNotice } from "@/shared/FailureNotice";
import list from "@/shared/PickList.module.css";
import { useVerb } from "@/shared/useVerb";
import { type StockItem } from "./stock";
import { saveStockItemAction } from "./stock.action";

type Values = Pick<StockItem, "kind" | "name" | "shelf" | "continuousA" | "fewest"> & { price: number | null };

/** What is on a shelf's label. */
export function ItemForm({
  item,
  currency,
  onSaved,
  onCancel,
}: {
  item: StockItem | null;
  currency: string;
  onSaved: (id: number) => void;
  onCancel: () => void;
}) {
  const { run, isBusy, failure, reload } = useVerb(saveStockItemAction);
  const problem = (name: string) => {
    const sentence = failure?.fields?.[name];
    return sentence ? ({ help: sentence, validateStatus: "error" } as const) : {};
  };
  const save = ({ price, ...values }: Values) =>
    void run(
      {
        ...values,
        // Rounded, for 19.99 times a hundred is not a whole number in binary.
        priceCents: price === null ? null : Math.round(price * 100),
        id: item?.id ?? null,
        version: item?.version ?? 0,
      },
      onSaved,
    );
  const initial: Partial<Values> = item
    ? { ...item, price: item.priceCents === null ? null : item.priceCents / 100 }
    : { shelf: "", fewest: 0, price: null, continuousA: null };
  return (
    <section className="panel stack" aria-label="Label">
      <Form layout="vertical" requiredMark={false} initialValues={initial} onFinish={save}>
        <div className={list.fields}>
          <Form.Item label="Kind" name="kind" {...problem("kind")}>
            <Select
              showSearch={{ optionFilterProp: "label" }}
              options={PART_KIND_LIST.map((value) => ({ value, label: PART_KINDS[value] }))}
            />
          </Form.Item>
          <Form.Item label="Name" name="name" {...problem("name")}>
            <Input maxLength={80} />
          </Form.Item>
          <Form.Item label="Shelf" name="shelf" {...problem("shelf")}>
            <Input maxLength={40} />
          </Form.Item>
          <Form.Item label="Rating, if any" name="continuousA" {...problem("continuousA")}>
            <InputNumber suffix="A" style={{ width: "100%" }} />
          </Form.Item>
          <Form.Item label="One costs" name="price" {...problem("priceCents")}>
            <InputNumber min={0} suffix={currency} style={{ width: "100%" }} />
          </Form.Item>
          <Form.Item label="Order below" name="fewest" {...problem("fewest")}>
            <InputNumber min={0} precision={0} style={{ width: "100%" }} />
          </Form.Item>
        </div>
        <div className="row">
          <Button type="primary" htmlType="submit" loading={isBusy}>
            Save
          </Button>
          <Button onClick={onCancel}>Leave it</Button>
        </div>
        <FailureNotice failure={failure?.fields ? null : failure} onReload={reload} />
      </Form>
    </section>
  );
}
