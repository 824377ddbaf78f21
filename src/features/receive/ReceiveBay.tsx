"use client";

import { Button, Checkbox, Form, Input, Select } from "antd";
import { useEffect, useRef, useState } from "react";
import { JobPhotos } from "@/features/job/photos/JobPhotos";
import { DayField } from "@/shared/DayField";
import { FailureNotice } from "@/shared/FailureNotice";
import { useVerb } from "@/shared/useVerb";
import { changeDetailsAction } from "./changeDetails.action";
import styles from "./Receive.module.css";

/** What the Receive page of a job shows. */
export interface ReceiveBayProps {
  job: {
    id: number;
    number: string;
    version: number;
    complaint: string;
    lastChange: string;
    waitingFor: string;
    promisedOn: string | null;
    isUrgent: boolean;
    technicianId: number | null;
  };
  facts: readonly (readonly [string, string])[];
  people: readonly { id: number; displayName: string }[];
  photos: readonly { id: number; fileName: string }[];
  mayEdit: boolean;
}

const EDITABLE = ["complaint", "lastChange", "waitingFor", "technicianId", "promisedOn", "isUrgent"] as const;
type EditableDetails = Pick<ReceiveBayProps["job"], (typeof EDITABLE)[number]>;

/** A job's intake: facts, details that can be corrected, photos. */
export function ReceiveBay({ job, facts, people, photos, mayEdit }: ReceiveBayProps) {
  const { run, isBusy, failure, reload } = useVerb(changeDetailsAction);
  const [isSaved, setSaved] = useState(false);
  const [form] = Form.useForm<EditableDetails>();
  // After a save or a conflict the newest job arrives: it fills every field that was not typed in since.
  const typedIn = useRef(new Set<string>());
  useEffect(() => {
    form.setFieldsValue(
      Object.fromEntries(EDITABLE.filter((name) => !typedIn.current.has(name)).map((name) => [name, job[name]])),
    );
  }, [form, job]);
  const save = (values: EditableDetails) =>
    void run({ ...values, jobId: job.id, version: job.version }, () => {
      typedIn.current.clear();
      setSaved(true);
    });
  return (
    <div className={styles.columns}>
      <section className="panel">
        <h2>Details</h2>
        <Form
          form={form}
          layout="vertical"
          requiredMark={false}
          disabled={!mayEdit}
          onValuesChange={(changed: object) => {
            for (const name of Object.keys(changed)) typedIn.current.add(name);
            setSaved(false);
          }}
          onFinish={save}
          initialValues={job}
        >
          <Form.Item label="Complaint" name="complaint" help={failure?.fields?.complaint}>
            <Input maxLength={300} />
          </Form.Item>
          <Form.Item label="Changed last" name="lastChange">
            <Input maxLength={300} />
          </Form.Item>
          <div className={styles.pair}>
            <Form.Item label="Waits for (empty: nothing)" name="waitingFor">
              <Input maxLength={120} placeholder="camera, due Thursday" />
            </Form.Item>
            <Form.Item label="Technician" name="technicianId">
              <Select allowClear options={people.map(({ id, displayName }) => ({ value: id, label: displayName }))} />
            </Form.Item>
          </div>
          <div className={styles.pair}>
            <Form.Item label="Promised for" name="promisedOn">
              <DayField />
            </Form.Item>
            <Form.Item name="isUrgent" valuePropName="checked" label="Priority">
              <Checkbox>Goes before others</Checkbox>
            </Form.Item>
          </div>
          <div className="stack">
            <FailureNotice failure={failure?.fields ? null : failure} onReload={reload} />
            <div className="row">
              <Button type="primary" htmlType="submit" loading={isBusy}>
                Save details
              </Button>
              {isSaved && <span className="good">Saved.</span>}
            </div>
          </div>
        </Form>
      </section>
      <div className="stack" style={{ alignContent: "start" }}>
        <section className="panel">
          <h2>Intake</h2>
          <div className="rows">
            {facts.map(([name, text]) => (
              <p key={name}>
                <span className="soft">{name}: </span>
                {text}
              </p>
            ))}
          </div>
        </section>
        <JobPhotos number={job.number} photos={photos} mayEdit={mayEdit} />
      </div>
    </div>
  );
}
