"use client";

import { Button, Form, Input } from "antd";
import { useState } from "react";
import { type ActionFailure } from "@/shared/actionResult";
import { unanswered } from "@/shared/unanswered";
import { firstLeadAction } from "./people.action";
import { type FirstLeadInput } from "./people.schema";

/** Name and password of the first lead. */
export function FirstLeadForm({ givenKey }: { givenKey: string }) {
  const [failure, setFailure] = useState<ActionFailure | null>(null);
  const [isBusy, setBusy] = useState(false);
  const submit = async (values: Omit<FirstLeadInput, "key">) => {
    setBusy(true);
    const result = await firstLeadAction({ ...values, key: givenKey }).catch(unanswered);
    setFailure(result ?? null); // one that succeeds goes to the board and gives nothing back
    setBusy(false);
  };
  const problem = (name: string) => {
    const sentence = failure?.fields?.[name];
    return sentence ? ({ help: sentence, validateStatus: "error" } as const) : {};
  };
  return (
    <Form
      layout="vertical"
      requiredMark={false}
      onFinish={(values: Omit<FirstLeadInput, "key">) => void submit(values)}
    >
      <Form.Item label="Your name, as it stands on reports" name="displayName" {...problem("displayName")}>
        <Input autoComplete="name" autoFocus maxLength={80} />
      </Form.Item>
      <Form.Item label="Sign-in name" name="signInName" {...problem("signInName")}>
        <Input autoComplete="username" autoCapitalize="none" maxLength={40} />
      </Form.Item>
      <Form.Item label="Password, 10 characters or more" name="password" {...problem("password")}>
        <Input.Password autoComplete="new-password" maxLength={200} />
      </Form.Item>
      {failure && !failure.fields && (
        <p role="alert" className="bad" style={{ marginBottom: 12 }}>
          {failure.message}
        </p>
      )}
      <Button type="primary" htmlType="submit" loading={isBusy} block>
        Open the shop
      </Button>
    </Form>
  );
}
