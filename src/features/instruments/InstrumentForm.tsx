"use client";

import { Button, Checkbox, Form, Input, InputNumber, Select } from "antd";
import { DayField } from "@/shared/DayField";
import { FailureNotice } from "@/shared/FailureNotice";
import { useVerb } from "@/shared/useVerb";
import { type ShopInstrument } from "./instrument";
import { saveInstrumentAction } from "./instruments.action";
import { CommandMapFields } from "./CommandMapFields";
import { TryIt } from "./InstrumentTools";
import list from "@/shared/PickList.module.css";

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
  isLead: boolean;
  onSaved: (id: number) => void;
  onCancel: () => void;
}) {
  const { instrument, isLead, onSaved, onCancel } = props;
  const [form] = Form.useForm<Values>();
  const { run, isBusy, failure, reload } = useVerb(saveInstrumentAction);
  const transport = Form.useWatch("transport", form);
  const problem = (name: string) => {
    const sentence = failure?.fields?.[name];
    return sentence ? ({ help: sentence, validateStatus: "error" } as const) : {};
  };
  const { map, ...known } = instrument ?? {
    map: FIRST_MAP,
    name: "",
    transport: isLead ? ("scpi" as const) : ("serial" as const),
    host: "127.0.0.1",
    port: 5025,
    serial: "",
    calibratedOn: null,
    calibrationDue: null,
    isUsed: false,
  };
  return (
    <Form
      form={form}
      layout="vertical"
      requiredMark={false}
      initialValues={{ ...known, mapText: JSON.stringify(map, null, 2) }}
      onFinish={(values) => void run(asInput(values, instrument), onSaved)}
    >
      <div className={list.fields}>
        <Form.Item label="Name" name="name" {...problem("name")}>
          <Input maxLength={60} />
        </Form.Item>
        <Form.Item label="Reached by" name="transport" {...problem("transport")}>
          <Select options={TRANSPORT_NAMES} disabled={!isLead} />
        </Form.Item>
        <Form.Item label="Host" name="host" hidden={transport === "serial"} {...problem("host")}>
          <Input disabled={!isLead} />
        </Form.Item>
        <Form.Item label="Port" name="port" hidden={transport === "serial"} {...problem("port")}>
          <InputNumber disabled={!isLead} min={0} max={65535} style={{ width: "100%" }} />
        </Form.Item>
        <Form.Item label="Serial number" name="serial" {...problem("serial")}>
          <Input maxLength={60} />
        </Form.Item>
        <Form.Item label="Calibrated on" name="calibratedOn" {...problem("calibratedOn")}>
          <DayField />
        </Form.Item>
        <Form.Item label="Due again" name="calibrationDue" {...problem("calibrationDue")}>
          <DayField />
        </Form.Item>
        <Form.Item label=" " name="isUsed" valuePropName="checked">
          <Checkbox>In use at the rig</Checkbox>
        </Form.Item>
      </div>
      {!isLead && <p className="soft">A lead says where it is reached, and how it is driven and cut.</p>}
      <Form.Item label="What is asked for each channel" name="mapText" {...problem("mapText")}>
        <CommandMapFields name={instrument?.name ?? ""} mayDrive={transport === "scpi" && isLead} />
      </Form.Item>
      <div className="row">
        <Button type="primary" htmlType="submit" loading={isBusy}>
          Save
        </Button>
        <TryIt
          input={() => asInput(form.getFieldsValue(true) as Values, instrument)}
          isSerial={transport === "serial"}
        />
        <Button onClick={onCancel}>Leave it</Button>
      </div>
      <FailureNotice failure={failure} onReload={reload} />
    </Form>
  );
}

function asInput(values: Values, instrument: ShopInstrument | null) {
  return { ...values, port: values.port ?? 0, id: instrument?.id ?? null, version: instrument?.version ?? 0 };
}
