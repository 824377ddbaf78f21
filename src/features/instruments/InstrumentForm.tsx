"use client";

import { Button, Checkbox, Form, Input, InputNumber, Select } from "antd";
import { useState } from "react";
import { FailureNotice } from "@/shared/FailureNotice";
import { useVerb } from "@/shared/useVerb";
import { type ShopInstrument } from "./instrument";
import { parseCommandMap } from "./instrument.schema";
import { saveInstrumentAction } from "./instruments.action";
import list from "@/shared/PickList.module.css";
import styles from "./Instruments.module.css";

const TRANSPORT_NAMES = [
  { value: "scpi", label: "SCPI over TCP" },
  { value: "line", label: "Lines over TCP, a home-made stand" },
  { value: "serial", label: "Serial port of this computer" },
];
const FIRST_MAP = {
  format: "pitstopa-command-map/1",
  channels: [
    { channel: "voltage", query: "MEAS:VOLT?", factor: 1 },
    { channel: "current", query: "MEAS:CURR?", factor: 1 },
  ],
  output: null,
};

type Values = Omit<ShopInstrument, "id" | "version" | "map"> & { mapText: string };

/** One instrument: how it is reached, what is asked of it, and its papers. */
export function InstrumentForm(props: {
  instrument: ShopInstrument | null;
  mayEdit: boolean;
  onSaved: (id: number) => void;
}) {
  const { instrument, mayEdit, onSaved } = props;
  const [form] = Form.useForm<Values>();
  const { run, isBusy, failure, reload } = useVerb(saveInstrumentAction);
  const mapText = Form.useWatch("mapText", form) ?? "";
  const transport = Form.useWatch("transport", form);
  const read = mapText === "" ? null : parseCommandMap(mapText);
  const [isSaved, setSaved] = useState(false);
  const problem = (name: string) => {
    const sentence = failure?.fields?.[name];
    return sentence ? ({ help: sentence, validateStatus: "error" } as const) : {};
  };
  const { map, ...known } = instrument ?? {
    map: FIRST_MAP,
    name: "",
    transport: "scpi" as const,
    host: "127.0.0.1",
    port: 5025,
    serial: "",
    calibratedOn: null,
    calibrationDue: null,
    isUsed: true,
  };
  return (
    <section className="panel stack" aria-label="Instrument">
      <h2>{instrument ? instrument.name : "A new instrument"}</h2>
      <Form
        form={form}
        layout="vertical"
        requiredMark={false}
        disabled={!mayEdit}
        initialValues={{ ...known, mapText: JSON.stringify(map, null, 2) }}
        onValuesChange={() => setSaved(false)}
        onFinish={(values) =>
          void run(
            { ...values, port: values.port ?? 0, id: instrument?.id ?? null, version: instrument?.version ?? 0 },
            (id) => {
              setSaved(true);
              onSaved(id);
            },
          )
        }
      >
        <div className={list.fields}>
          <Form.Item label="Name" name="name" {...problem("name")}>
            <Input maxLength={60} />
          </Form.Item>
          <Form.Item label="Reached by" name="transport" {...problem("transport")}>
            <Select options={TRANSPORT_NAMES} />
          </Form.Item>
          <Form.Item label="Host" name="host" hidden={transport === "serial"} {...problem("host")}>
            <Input />
          </Form.Item>
          <Form.Item label="Port" name="port" hidden={transport === "serial"} {...problem("port")}>
            <InputNumber min={0} max={65535} style={{ width: "100%" }} />
          </Form.Item>
          <Form.Item label="Serial number" name="serial" {...problem("serial")}>
            <Input maxLength={60} />
          </Form.Item>
          <Form.Item label="Calibrated on" name="calibratedOn" {...problem("calibratedOn")}>
            <Input type="date" />
          </Form.Item>
          <Form.Item label="Due again" name="calibrationDue" {...problem("calibrationDue")}>
            <Input type="date" />
          </Form.Item>
          <Form.Item label=" " name="isUsed" valuePropName="checked">
            <Checkbox>In use at the rig</Checkbox>
          </Form.Item>
        </div>
        <Form.Item
          label="Command map: what is asked for each channel"
          name="mapText"
          {...(read && "problem" in read
            ? { help: read.problem, validateStatus: "error" as const }
            : problem("mapText"))}
        >
          <Input.TextArea className="number" autoSize={{ minRows: 8, maxRows: 22 }} spellCheck={false} />
        </Form.Item>
        <div className="row">
          <Button type="primary" htmlType="submit" loading={isBusy}>
            Save
          </Button>
          <label className={styles.file}>
            Take a map from a file
            <input
              type="file"
              accept=".json,application/json"
              onChange={(event) =>
                void event.target.files?.[0]?.text().then((text) => form.setFieldValue("mapText", text))
              }
            />
          </label>
          <a
            href={`data:application/json;charset=utf-8,${encodeURIComponent(mapText)}`}
            download={`${instrument?.name ?? "instrument"}.map.json`}
          >
            Map as a file
          </a>
          {isSaved && <span className="good">Saved.</span>}
        </div>
        <FailureNotice failure={failure} onReload={reload} />
      </Form>
    </section>
  );
}
