"use client";

import { Button, Checkbox, Form, Input, InputNumber, Select, Switch } from "antd";
import { useState } from "react";
import { TOOLS } from "@/core/diagnosis/library/tools";
import { PART_KIND_LIST, PART_KINDS } from "@/core/craft/partKinds";
import { FailureNotice } from "@/shared/FailureNotice";
import { useUnsavedWarning } from "@/shared/useUnsavedWarning";
import { useVerb } from "@/shared/useVerb";
import { saveWorkshopAction } from "./workshop.action";
import styles from "./Workshop.module.css";
import { fromWorkshopValues, toWorkshopValues, type WorkshopPageProps, type WorkshopValues } from "./workshopValues";

const ZONES = [
  { value: "", label: "That of the shop's computer" },
  ...["UTC", ...Intl.supportedValuesOf("timeZone")].map((value) => ({ value, label: value.replaceAll("_", " ") })),
];

/** A price list reads across: what it is on the left, what it costs on the right. */
const ACROSS = {
  layout: "horizontal",
  colon: false,
  labelAlign: "left",
  labelCol: { flex: "auto" },
  wrapperCol: { flex: "124px" },
} as const;
const price = { min: 0, step: 1, precision: 2, style: { width: 120 } } as const;

/** The workshop to be changed, with its save key always in view. */
export function WorkshopForm(props: WorkshopPageProps & { onDone: () => void }) {
  const { content, version, checksByTool, checksBySpare, onDone } = props;
  const [form] = Form.useForm<WorkshopValues>();
  const { run, isBusy, failure, reload } = useVerb(saveWorkshopAction);
  const [isChanged, setChanged] = useState(false);
  useUnsavedWarning(isChanged);
  const field = (name: string) => {
    const sentence = failure?.fields?.[`content.${name}`];
    return sentence ? ({ help: sentence, validateStatus: "error" } as const) : {};
  };
  return (
    <Form
      form={form}
      layout="vertical"
      requiredMark={false}
      initialValues={toWorkshopValues(content)}
      onValuesChange={() => setChanged(true)}
      onFinish={(values) => void run({ version, content: fromWorkshopValues(values) }, onDone)}
    >
      <div className={styles.page}>
        <ToolsSection checksByTool={checksByTool} />
        <SparesSection checksBySpare={checksBySpare} />
        <PricesSection field={field} />
        <section className="panel stack" aria-label="The shop">
          <h2>The shop</h2>
          <Form.Item label="Its name, on reports and at the door" name="shopName" {...field("shopName")}>
            <Input maxLength={60} />
          </Form.Item>
          <Form.Item label="Its clock" name="timeZone" {...field("timeZone")}>
            <Select showSearch options={ZONES} />
          </Form.Item>
          <Form.Item label="Reports are printed on" name="paper" {...field("paper")}>
            <Select
              options={[
                { value: "A4", label: "A4" },
                { value: "LETTER", label: "Letter" },
              ]}
            />
          </Form.Item>
        </section>
        <section className="panel stack" aria-label="Learning">
          <h2>Learning</h2>
          <div className="row">
            <Form.Item name="isLearning" valuePropName="checked" noStyle>
              <Switch aria-label="Learn from closed jobs" />
            </Form.Item>
            Handed-back jobs move the usual rates
          </div>
        </section>
      </div>
      <div className={styles.saveBar}>
        <Button type="primary" htmlType="submit" loading={isBusy} disabled={!isChanged}>
          Save the workshop
        </Button>
        <Button onClick={onDone}>{isChanged ? "Drop the changes" : "Back"}</Button>
        {isChanged && <span className="watch">▲ Not saved yet.</span>}
        <FailureNotice failure={failure} onReload={reload} />
      </div>
    </Form>
  );
}

function ToolsSection({ checksByTool }: Pick<WorkshopPageProps, "checksByTool">) {
  return (
    <section className="panel stack" aria-label="Tools">
      <h2>Tools at hand</h2>
      <p className="soft">A check that needs what is not here is not offered; the bay says what it would have told.</p>
      <Form.Item name="tools" noStyle>
        <Checkbox.Group className={styles.ticks}>
          {TOOLS.map((tool) => (
            <Checkbox key={tool} value={tool}>
              {tool} <span className="soft">{checksText(checksByTool[tool])}</span>
            </Checkbox>
          ))}
        </Checkbox.Group>
      </Form.Item>
    </section>
  );
}

function SparesSection({ checksBySpare }: Pick<WorkshopPageProps, "checksBySpare">) {
  return (
    <section className="panel stack" aria-label="Spares">
      <h2>Known-good spares</h2>
      <p className="soft">
        With a spare, trying the part is a check. Without one, alike parts are swapped. What lies on the shelves counts
        as well.
      </p>
      <Form.Item name="spares" noStyle>
        <Checkbox.Group className={styles.ticks}>
          {PART_KIND_LIST.map((kind) => (
            <Checkbox key={kind} value={kind}>
              {PART_KINDS[kind]} <span className="soft">{checksText(checksBySpare[kind])}</span>
            </Checkbox>
          ))}
        </Checkbox.Group>
      </Form.Item>
    </section>
  );
}

/** @param props.field - What is wrong with a field, as its form item shows it. */
function PricesSection({ field }: { field: (name: string) => { help?: string; validateStatus?: "error" } }) {
  return (
    <section className="panel stack" aria-label="Prices">
      <h2>Prices</h2>
      <p className="soft">They decide when repairing costs less than one more check. In the shop&apos;s currency.</p>
      <div className={styles.pair}>
        <Form.Item {...ACROSS} label="An hour of work" name="labour" {...field("labourCentsPerHour")}>
          <InputNumber {...price} />
        </Form.Item>
        <Form.Item {...ACROSS} label="Test after a repair, min" name="retestMinutes" {...field("retestMinutes")}>
          <InputNumber min={0} max={240} style={{ width: 120 }} />
        </Form.Item>
        <Form.Item {...ACROSS} label="Proofs of a new part, min" name="proofMinutes" {...field("proofMinutes")}>
          <InputNumber min={0} max={240} style={{ width: 120 }} />
        </Form.Item>
        <Form.Item {...ACROSS} label="What a fault that is never found costs" name="givenUp" {...field("givenUpCents")}>
          <InputNumber {...price} />
        </Form.Item>
      </div>
      <Form.Item {...ACROSS} label="How the shop writes its money" name="currency" {...field("currency")}>
        <Input maxLength={8} style={{ width: 120 }} />
      </Form.Item>
      <h3>Parts</h3>
      <div className={styles.pair}>
        {PART_KIND_LIST.map((kind) => (
          <Form.Item
            key={kind}
            {...ACROSS}
            label={PART_KINDS[kind]}
            name={["parts", kind]}
            {...field(`partCents.${kind}`)}
          >
            <InputNumber {...price} />
          </Form.Item>
        ))}
      </div>
    </section>
  );
}

function checksText(count = 0): string {
  return count === 0 ? "" : count === 1 ? "1 check" : `${count} checks`;
}
