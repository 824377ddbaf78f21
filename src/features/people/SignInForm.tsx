"use client";

import { Button, Form, Input } from "antd";
import { useState } from "react";
import { type ActionFailure } from "@/shared/actionResult";
import { unanswered } from "@/shared/unanswered";
import { signInAction } from "./signIn.action";
import { type SignInInput } from "./signIn.schema";

/** Name and password. */
export function SignInForm() {
  const [failure, setFailure] = useState<ActionFailure | null>(null);
  const [isBusy, setBusy] = useState(false);
  const submit = async (values: SignInInput) => {
    if (isBusy) return;
    setBusy(true);
    const result = await signInAction(values).catch(unanswered);
    setFailure(result ?? null); // a successful sign-in redirects and gives nothing back
    setBusy(false);
  };
  return (
    <Form layout="vertical" requiredMark={false} onFinish={(values: SignInInput) => void submit(values)}>
      <Form.Item label="Sign-in name" name="signInName" initialValue="" help={failure?.fields?.signInName}>
        <Input autoComplete="username" autoFocus autoCapitalize="none" />
      </Form.Item>
      <Form.Item label="Password" name="password" initialValue="" help={failure?.fields?.password}>
        <Input.Password autoComplete="current-password" />
      </Form.Item>
      {failure && !failure.fields && (
        <p role="alert" className="bad" style={{ marginBottom: 12 }}>
          {failure.message}
        </p>
      )}
      <Button type="primary" htmlType="submit" loading={isBusy} block>
        Sign in
      </Button>
    </Form>
  );
}
