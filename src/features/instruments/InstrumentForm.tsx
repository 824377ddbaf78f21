"use client";

import { Button, Checkbox, Form, Input, InputNumber, Popconfirm, Select } from "antd";
import { useState } from "react";
import { type TriedInstrument } from "@/rigs/tryInstrument";
import { channelOf, shownAs } from "@/core/series/channels";
import { DayField } from "@/shared/DayField";
import { FileButton, JSON_FILES } from "@/shared/FileButton";
import { FailureNotice } from "@/shared/FailureNotice";
import { useVerb } from "@/shared/useVerb";
import { type ShopInstrument } from "./instrument";
import { parseCommandMap } from "./instrument.schema";
import { deleteInstrumentAction, saveInstrumentAction, tryInstrumentAction } from "./instruments.action";
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
  mayDelete: boolean;
  onSaved: (id: number) => void;
  onGone: () => void;
}) {
  const { instrument, mayEdit, mayDelete, onSaved, onGone } = props;
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
    isUsed: false,
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
          void run(asInput(values, instrument), (id) => {
            setSaved(true);
            onSaved(id);
          })
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
            <DayField />
          </Form.Item>
          <Form.Item label="Due again" name="calibrationDue" {...problem("calibrationDue")}>
            <DayField />
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
          <FileButton
            label="Take a map from a file"
            accept={JSON_FILES}
            onFiles={([file]) => void file?.text().then((text) => form.setFieldValue("mapText", text))}
          />
          <a
            href={`data:application/json;charset=utf-8,${encodeURIComponent(mapText)}`}
            download={`${instrument?.name ?? "instrument"}.map.json`}
          >
            Map as a file
          </a>
          {isSaved && <span className="good">Saved.</span>}
        </div>
        <FailureNotice failure={failure} onReload={reload} />
        {mayEdit && (
          <TryIt
            input={() => asInput(form.getFieldsValue(true) as Values, instrument)}
            isSerial={transport === "serial"}
          />
        )}
        {instrument && mayDelete && <TakeOff instrument={instrument} onGone={onGone} />}
      </Form>
    </section>
  );
}

function asInput(values: Values, instrument: ShopInstrument | null) {
  return { ...values, port: values.port ?? 0, id: instrument?.id ?? null, version: instrument?.version ?? 0 };
}

/** Asks the instrument who it is and for one reading, as it is typed in and before it is saved. */
function TryIt({ input, isSerial }: { input: () => object; isSerial: boolean }) {
  const { run, isBusy, failure, reload } = useVerb(tryInstrumentAction);
  const [tried, setTried] = useState<TriedInstrument | null>(null);
  if (isSerial) return <p className="soft">One on a serial port is tried from the bench page, which opens the port.</p>;
  return (
    <div className="stack" style={{ marginTop: 12 }}>
      <div className="row">
        <Button loading={isBusy} onClick={() => void run(input(), setTried)}>
          Try it
        </Button>
        {tried && !isBusy && (
          <span role="status" className={tried.ok ? "good" : "bad"}>
            {tried.ok
              ? `● Answers as ${tried.identity.maker} ${tried.identity.model}, ${tried.identity.serial}${readingsText(tried.readings)}`
              : `■ ${tried.problem}`}
          </span>
        )}
      </div>
      <FailureNotice failure={failure} onReload={reload} />
    </div>
  );
}

function readingsText(readings: Readonly<Record<string, number>>): string {
  const all = Object.entries(readings).map(([channel, value]) => {
    const { unit, factor, decimals } = shownAs(channel);
    return `${channelOf(channel).label} ${(value * factor).toFixed(decimals)} ${unit}`;
  });
  return all.length > 0 ? `: ${all.join(", ")}` : "";
}

/** Takes it off the list, after asking once. */
function TakeOff({ instrument, onGone }: { instrument: ShopInstrument; onGone: () => void }) {
  const { run, isBusy, failure, reload } = useVerb(deleteInstrumentAction);
  return (
    <div style={{ marginTop: 12 }}>
      <Popconfirm
        title={`Take “${instrument.name}” off the list?`}
        description="Runs that were made with it keep what they noted of it."
        okText="Take it off"
        cancelText="Keep it"
        onConfirm={() => void run({ id: instrument.id, version: instrument.version }, onGone)}
      >
        <Button danger loading={isBusy}>
          Take it off the list
        </Button>
      </Popconfirm>
      <FailureNotice failure={failure} onReload={reload} />
    </div>
  );
}
