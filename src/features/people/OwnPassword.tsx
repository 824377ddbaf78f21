"use client";

import { Button, Form, Input } from "antd";
import { useState } from "react";
import { FailureNotice } from "@/shared/FailureNotice";
import { useVerb } from "@/shared/useVerb";
import { changePasswordAction } from "./people.action";
import { type ChangePasswordInput } from "./people.schema";

/** One's own password, changed. */
export function OwnPassword() {
  const [form] = Form.useForm<ChangePasswordInput>();
  const { run, isBusy, failure, reload } = useVerb(changePasswordAction);
  const [isDone, setDone] = useState(false);
  const problem = (name: string) => {
    const sentence = failure?.fields?.[name];
    return sentence ? ({ help: sentence, validateStatus: "error" } as const) : {};
  };
  return (
    <section className="panel stack" aria-label="Your password">
      <h2>Your password</h2>
      <Form
        form={form}
        layout="vertical"
        requiredMark={false}
        onValuesChange={() => setDone(false)}
        onFinish={(values) =>
          void run(values, () => {
            form.resetFields();
            setDone(true);
          })
        }
      >
        <Form.Item label="The one you have" name="current" {...problem("current")}>
          <Input.Password autoComplete="current-password" maxLength={200} />
        </Form.Item>
        <Form.Item label="A new one, 10 characters or more" name="next" {...problem("next")}>
          <Input.Password autoComplete="new-password" maxLength={200} />
        </Form.Item>
        <div className="row">
          <Button htmlType="submit" loading={isBusy}>
            Change it
          </Button>
          {isDone && (
            <span role="status" className="good">
              ● Changed. Your other devices are signed out.
            </span>
          )}
        </div>
        <FailureNotice failure={failure} onReload={reload} />
      </Form>
    </section>
  );
}
